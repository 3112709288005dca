/** New courses, and where each stands among the others. */
import { randomBytes } from "node:crypto";
import type { CourseChange, NewCourse } from "@dawngate/contract/courses";
import { addressOf } from "@dawngate/core/catalog";
import { shapedCourse } from "@dawngate/core/courses";
import {
  courseForEverybody,
  courseSchema,
  firstDateOf,
  type PlanCourse,
  shiftCourse,
} from "@dawngate/core/plan";
import { formatDate, localDateAt, parseDate, zoneOf } from "@dawngate/core/time";
import { notFound, refusal } from "../base/problem";
import type { Database, SchoolTransaction } from "../db/connection";
import { copyValues } from "../people/fields/store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { addAuthor } from "../school/staff-store";
import { readSchool } from "../school/store";
import { existing } from "./authoring";
import { contentsOfDraft, copyParts, readTexts } from "./content-store";
import { copyCover } from "./cover-store";
import { insertCourse, setMeant } from "./draft-store";
import { setPage } from "./page-store";
import { type CourseRow, nextPosition, orderCourses, setPlace } from "./store";

/** A new course: blank with the school's release hour, of a starting shape, or a copy with its dates moved. */
export async function createCourse(
  { db }: Pick<Services, "db">,
  context: Context,
  { title, shape, copyOf, firstDay }: NewCourse,
): Promise<{ id: string }> {
  const id = `${slugOf(title)}-${randomBytes(3).toString("hex")}`;
  await db.withSchool(context, async (tx) => {
    const school = await readSchool(tx);
    const releaseHour = school.release_hour;
    if (copyOf !== undefined && !context.reaches(copyOf))
      throw notFound(`There is no course "${copyOf}" in this school.`);
    if (copyOf !== undefined) {
      await copyCourse(tx, context, copyOf, { id, title, firstDay });
      return isTheirOwn(tx, context, id);
    }
    const today = formatDate(localDateAt(zoneOf(school.time_zone), context.now));
    const newId = () => randomBytes(4).toString("hex");
    const course = shape
      ? shapedCourse(shape, { id, title, today, releaseHour, newId })
      : courseSchema.parse({ id, title, releaseHour, modules: [] });
    await insertCourse(tx, context.school, course, await nextPosition(tx), new Map());
    await isTheirOwn(tx, context, id);
  });
  return { id };
}

/** An author of some courses only is invited to the one they have made. */
async function isTheirOwn(tx: SchoolTransaction, context: Context, course: string): Promise<void> {
  if (context.courses !== null && context.account)
    await addAuthor(tx, context.school, context.account.id, course);
}

/** A course's draft once more, with texts and description; nobody is in it, and it has no cohorts. */
async function copyCourse(
  tx: SchoolTransaction,
  context: Context,
  from: string,
  { id, title, firstDay }: { id: string; title: string; firstDay: string | undefined },
): Promise<void> {
  const { row, draft } = await existing(tx, from);
  const first = firstDateOf(draft);
  if (firstDay !== undefined && first === null)
    throw refusal("This course names no dates, so there are none to move.", [
      { path: "firstDay", reason: "Leave the first day out" },
    ]);
  const days =
    firstDay === undefined || first === null ? 0 : dayNumber(firstDay) - dayNumber(first);
  const texts = new Map(Object.entries(await readTexts(tx, from)));
  const moved = shiftCourse(draft, days);
  const contents = new Map(Object.entries(await contentsOfDraft(tx, from)));
  // A course inside it stands in the copy as it is: its dates are its own, and so is what stands in it.
  const modules = moved.modules.map((module, m) =>
    module.inside ? (draft.modules[m] ?? module) : module,
  );
  const inside = modules.flatMap((module) => (module.inside ? module.lessons : []));
  const shared = new Map(inside.map((lesson) => [lesson.id, contents.get(lesson.id) ?? ""]));
  const course = { ...courseForEverybody({ ...moved, modules }), id, title };
  await insertCourse(tx, context.school, course, await nextPosition(tx), texts, shared);
  await copyParts(tx, context.school, id, contents);
  await looksLike(tx, row, id);
}

/** Courses of lessons of another, which they share with it: changed in the one, they are changed in the other. */
export async function insertParts(
  tx: SchoolTransaction,
  context: Context,
  row: CourseRow,
  parts: readonly PlanCourse[],
): Promise<void> {
  const shared = new Map(Object.entries(await contentsOfDraft(tx, row.id)));
  for (const part of parts) {
    const all = courseForEverybody(part);
    await insertCourse(tx, context.school, all, await nextPosition(tx), new Map(), shared);
    await looksLike(tx, row, part.id);
    await isTheirOwn(tx, context, part.id);
  }
}

/** A course has the words, the description, the cover and what is noted in the school's own fields of another. */
async function looksLike(tx: SchoolTransaction, row: CourseRow, id: string): Promise<void> {
  await setPlace(tx, id, { words: row.words });
  await setPage(tx, id, { description: row.description, card: row.card });
  await copyCover(tx, row.id, id);
  await copyValues(tx, row.id, [id], "courses");
}

function dayNumber(text: string): number {
  const date = parseDate(text);
  if (!date.ok) throw refusal(date.reason);
  return date.value;
}

/** The readable part of an identifier: the title's letters and digits. */
export const slugOf = (title: string) => addressOf(title, 40) || "course";

/** Where a course stands among the others: its group, its place in the list, the archive. */
export async function arrangeCourse(
  db: Database,
  context: Context,
  id: string,
  { archived, catalog, questions, group, after, words, card, meant }: CourseChange,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    await existing(tx, id);
    // Before the row alone is written: all are held in one order.
    if (after !== undefined) await orderCourses(tx, id, after);
    await setPlace(tx, id, {
      ...(archived !== undefined && { archived }),
      ...(catalog !== undefined && { catalog }),
      ...(questions !== undefined && { questions }),
      ...(group !== undefined && { group_name: group }),
      ...(words !== undefined && { words }),
    });
    if (card !== undefined) await setPage(tx, id, { card });
    if (meant !== undefined) await setMeant(tx, id, meant);
  });
}

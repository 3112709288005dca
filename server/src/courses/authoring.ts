/** Authoring: new courses, drafts changed by operations, and lesson texts with revisions. */
import { randomBytes } from "node:crypto";
import { isDeepStrictEqual } from "node:util";
import type {
  CourseChange,
  Draft,
  DraftTexts,
  Edit,
  Edited,
  LessonDraft,
  NewCourse,
} from "@dawngate/contract";
import { applyOperation, type Operation, shapedCourse } from "@dawngate/core/courses";
import { courseSchema, firstDateOf, type PlanCourse, shiftCourse } from "@dawngate/core/plan";
import { formatDate, localDateAt, parseDate, zoneOf } from "@dawngate/core/time";
import type { Database, SchoolTransaction } from "../db/connection";
import type { Services } from "../http/kit";
import { conflict, notFound, refusal } from "../http/problem";
import { readVersion } from "../review/store";
import type { Actor } from "../school/actor";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { saveDraft } from "./draft-store";
import {
  appendOperations,
  insertDraft,
  insertFirstTexts,
  insertRevision,
  lastNumberOf,
  nextPosition,
  orderCourses,
  readCourseRow,
  readDraft,
  readOperations,
  readRevision,
  readTexts,
  setDescription,
  setPlace,
} from "./store";

/** A new course: blank with the school's release hour, of a starting shape, or a copy with its dates moved. */
export async function createCourse(
  { db, now }: Pick<Services, "db" | "now">,
  actor: Actor,
  { title, shape, copyOf, firstDay }: NewCourse,
): Promise<{ id: string }> {
  const id = `${slugOf(title)}-${randomBytes(3).toString("hex")}`;
  await db.withSchool(actor.school, async (tx) => {
    const school = await readSchool(tx);
    const releaseHour = school.release_hour;
    if (copyOf !== undefined) return copyCourse(tx, actor, copyOf, { id, title, firstDay });
    const today = formatDate(localDateAt(zoneOf(school.time_zone), now()));
    const newId = () => randomBytes(4).toString("hex");
    const course = shape
      ? shapedCourse(shape, { id, title, today, releaseHour, newId })
      : courseSchema.parse({ id, title, releaseHour, modules: [] });
    await insertDraft(tx, actor.school, course, await nextPosition(tx), new Map());
  });
  return { id };
}

/** A course's draft once more, with texts and description; nobody is in it, and it has no cohorts. */
async function copyCourse(
  tx: SchoolTransaction,
  actor: Actor,
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
  const course = { ...shiftCourse(draft, days), id, title };
  await insertDraft(tx, actor.school, course, await nextPosition(tx), texts);
  await setDescription(tx, id, row.description);
}

function dayNumber(text: string): number {
  const date = parseDate(text);
  if (!date.ok) throw refusal(date.reason);
  return date.value;
}

/** The readable part of an identifier: the title's letters and digits. */
function slugOf(title: string): string {
  const plain = title
    .normalize("NFKD")
    .replaceAll(/[\u0300-\u036f]/g, "")
    .toLowerCase();
  const slug = plain.replaceAll(/[^a-z0-9]+/g, "-").replaceAll(/^-+|-+$/g, "");
  return slug.slice(0, 40) || "course";
}

export async function showDraft(db: Database, actor: Actor, id: string): Promise<Draft> {
  return reading(db, actor, async (tx) => {
    const { row, draft } = await existing(tx, id);
    const version = row.current_version;
    const plan = version === null ? null : await readVersion(tx, id, version);
    return {
      course: draft,
      sequence: row.draft_sequence,
      version,
      changed: plan === null || !isDeepStrictEqual(plan, draft),
      description: row.description,
    };
  });
}

async function existing(tx: SchoolTransaction, id: string, hold = false) {
  const row = await readCourseRow(tx, id, hold);
  const draft = row && (await readDraft(tx, id));
  if (!row || !draft) throw notFound(`There is no course "${id}" in this school.`);
  return { row, draft };
}

/**
 * Plays a client's operations on the draft, in one transaction: numbered, kept and told to the others. What was
 * played before (the same press twice, an answer that was lost) is not played again. Answers with everything
 * after the client's base, so that it can catch up.
 */
export async function editDraft(
  db: Database,
  actor: Actor,
  id: string,
  { base, clientId, operations }: Edit,
): Promise<Edited> {
  return db.withSchool(actor.school, async (tx) => {
    const { row, draft } = await existing(tx, id, true);
    if (base > row.draft_sequence)
      throw conflict("This draft is older than what you have; load the page again.");
    const played = await lastNumberOf(tx, id, clientId);
    const refused: Edited["refused"] = [];
    const kept: { clientId: string; number: number; operation: Operation }[] = [];
    let course: PlanCourse = draft;
    for (const { number, operation } of operations) {
      if (number <= played) continue;
      const applied = applyOperation(course, operation);
      if (!applied.ok) {
        refused.push({ number, reason: applied.reason });
        continue;
      }
      course = applied.course;
      kept.push({ clientId, number, operation });
    }
    if (kept.length > 0) {
      checkWhole(course);
      await saveDraft(tx, actor.school, draft, course);
      const author = actor.account?.name ?? "";
      const texts = await textsOf(
        tx,
        kept.map((one) => one.operation),
      );
      await insertFirstTexts(tx, actor.school, id, texts, author);
      await appendOperations(tx, actor.school, id, row.draft_sequence + 1, author, kept);
    }
    return {
      sequence: row.draft_sequence + kept.length,
      operations: await readOperations(tx, id, base),
      refused,
    };
  });
}

/** The texts that lessons were put in with, their own or those of the lessons they were copied from. */
async function textsOf(
  tx: SchoolTransaction,
  operations: readonly Operation[],
): Promise<Map<string, string>> {
  const texts = new Map<string, string>();
  for (const operation of operations) {
    if (operation.type !== "insert-lesson") continue;
    const { lesson, text, copyOf } = operation;
    const body = copyOf ? (await readRevision(tx, copyOf.course, copyOf.lesson))?.body : text;
    if (body) texts.set(lesson.id, body);
  }
  return texts;
}

/** What no single operation can see: that the whole stays within what a course may be. */
function checkWhole(course: PlanCourse): void {
  const lessons = course.modules.reduce((sum, module) => sum + module.lessons.length, 0);
  if (course.modules.length > 2_000 || lessons > 20_000)
    throw refusal("A course holds at most 2,000 modules and 20,000 lessons; split it.");
}

/** Everything after a number, for a client that has been told to look. */
export async function operationsAfter(db: Database, actor: Actor, id: string, base: number) {
  return reading(db, actor, (tx) => readOperations(tx, id, base));
}

/** Where a course stands among the others: its group, its place in the list, the archive. */
export async function arrangeCourse(
  db: Database,
  actor: Actor,
  id: string,
  { archived, group, after }: CourseChange,
): Promise<void> {
  await db.withSchool(actor.school, async (tx) => {
    await existing(tx, id, after === undefined);
    await setPlace(tx, id, {
      ...(archived !== undefined && { archived }),
      ...(group !== undefined && { group_name: group }),
    });
    if (after !== undefined) await orderCourses(tx, id, after);
  });
}

export async function changeDescription(
  db: Database,
  actor: Actor,
  id: string,
  description: string,
): Promise<void> {
  await db.withSchool(actor.school, async (tx) => {
    await existing(tx, id, true);
    await setDescription(tx, id, description);
  });
}

/** What stands in all lessons of a draft, for taking the outline out. */
export async function showTexts(db: Database, actor: Actor, id: string): Promise<DraftTexts> {
  return reading(db, actor, async (tx) => {
    await existing(tx, id);
    return { texts: await readTexts(tx, id) };
  });
}

export async function showLessonDraft(
  db: Database,
  actor: Actor,
  course: string,
  lesson: string,
): Promise<LessonDraft> {
  return reading(db, actor, async (tx) => {
    const row = await readRevision(tx, course, lesson);
    if (!row) throw notFound(`There is no lesson "${lesson}" in this course.`);
    const { body, number, author } = row;
    return { id: lesson, text: body ?? "", revision: number ?? 0, author: author ?? "" };
  });
}

/**
 * Keeps a lesson's text as a new revision. Where somebody else has kept one meanwhile it is refused, so that
 * neither text is lost: the old one stays, the new one is still on its author's screen.
 */
export async function changeLesson(
  db: Database,
  actor: Actor,
  course: string,
  lesson: string,
  change: { text: string; revision: number },
): Promise<LessonDraft> {
  return db.withSchool(actor.school, async (tx) => {
    await existing(tx, course, true);
    const row = await readRevision(tx, course, lesson);
    if (!row)
      throw notFound(
        `There is no lesson "${lesson}" in this course; somebody may have removed it.`,
      );
    const current = row.number ?? 0;
    const author = actor.account?.name ?? "";
    if ((row.body ?? "") === change.text)
      return { id: lesson, text: change.text, revision: current, author: row.author ?? "" };
    if (current !== change.revision)
      throw conflict(
        `${row.author || "Somebody"} has changed this lesson meanwhile. Copy your text, load the lesson again, and bring the two together.`,
      );
    await insertRevision(tx, actor.school, row.lesson_id, current + 1, change.text, author);
    return { id: lesson, text: change.text, revision: current + 1, author };
  });
}

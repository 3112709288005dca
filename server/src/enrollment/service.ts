/** Cohorts, and what staff do for one person, each with a reason that stays on the record. */
import { randomBytes } from "node:crypto";
import type { CohortGate, EventRecord, NewCohort } from "@dawngate/contract/enrollment";
import { circularItems } from "@dawngate/core/courses";
import { notFound, refusal } from "../base/problem";
import { readDraft } from "../courses/draft-store";
import { readCourseRow } from "../courses/store";
import type { Database, SchoolTransaction } from "../db/connection";
import { projectSoon, unproject } from "../jobs/projecting-store";
import { readCase } from "../schedule/case";
import { readCohorts } from "../schedule/cohort-store";
import { readEvents } from "../schedule/event-store";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { gatesWith } from "./cohort-gates";
import { insertCohorts, readOwner, updateCohort } from "./store";
import { type Undo, undosOf } from "./undo";

export async function createCohort(
  db: Database,
  context: Context,
  course: string,
  { name, ...cohort }: NewCohort,
): Promise<{ id: string }> {
  const id = `cohort-${randomBytes(4).toString("hex")}`;
  await db.withSchool(context, async (tx) => {
    if (!(await readCourseRow(tx, course)))
      throw notFound(`There is no course "${course}" in this school.`);
    await insertCohorts(tx, context.school, [{ id, course, gates: {}, ...cohort }], () => name);
  });
  return { id };
}

export async function changeCohort(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  id: string,
  { name, window, starts, ends, grace, seats }: NewCohort,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const [window_opens, window_closes] = [window?.opens ?? null, window?.closes ?? null];
    const set = { name, window_opens, window_closes, starts, ends, grace, seats };
    if (!(await updateCohort(tx, course, id, set)))
      throw notFound(`There is no cohort "${id}" in this course.`);
    await unproject(tx, course, id);
    await projectSoon(tx, context.school, course);
  });
}

/**
 * Gives a cohort a gate of its own for an item, or takes it away; its people have the new dates at once. Refused where
 * an opening would wait for itself.
 */
export async function gateCohort(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  id: string,
  change: CohortGate,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const cohort = (await readCohorts(tx, course)).find((one) => one.cohort.id === id)?.cohort;
    if (!cohort) throw notFound(`There is no cohort "${id}" in this course.`);
    const { item, gate } = change;
    const gates = gatesWith(cohort, change);
    const draft = await readDraft(tx, course);
    const school = planSchool(await readSchool(tx));
    if (draft && gate && circularItems(school, draft, { ...cohort, gates }).includes(item))
      throw refusal("With this gate it would wait for its own opening, in a circle.", [
        { path: "gate", reason: "Count from something that does not wait for this item" },
      ]);
    await updateCohort(tx, course, id, { gates: JSON.stringify(gates) });
    await unproject(tx, course, id);
    await projectSoon(tx, context.school, course);
  });
}

/** The enrollment of one of one's own people, or a refusal that does not say whether it exists. */
async function theirs(tx: SchoolTransaction, context: Context, course: string, enrollment: string) {
  const owner = await readOwner(tx, enrollment);
  if (owner?.course_id !== course || !isTheirs(context, owner.cohort_id))
    throw notFound(`There is no enrollment "${enrollment}" in this course.`);
  return owner;
}

/** So many events stand on a page. */
const PAGE = 100;

/** What is on record about an enrollment, the newest first, page by page. */
export async function showRecord(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  enrollment: string,
  before: number | null,
): Promise<EventRecord> {
  return reading(db, context, async (tx) => {
    await theirs(tx, context, course, enrollment);
    const found = await readCase(tx, context.school, enrollment);
    const undos = found ? undosOf(found, context.now) : new Map<number, Undo>();
    const events = await readEvents(tx, enrollment, before, PAGE + 1);
    const page = events.slice(0, PAGE);
    return {
      next: events.length > PAGE ? (page.at(-1)?.sequence ?? null) : null,
      events: page.map(({ author_kind, ...one }) => ({
        ...one,
        authorKind: author_kind,
        undo: undos.get(one.sequence) ?? null,
      })),
    };
  });
}

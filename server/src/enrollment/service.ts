/** Cohorts, and what staff do for one person, each with a reason that stays on the record. */
import { createHash, randomBytes } from "node:crypto";
import type {
  CohortGate,
  EventRecord,
  MadeCohorts,
  NewCohort,
  NextCohorts,
} from "@dawngate/contract/enrollment";
import { alsoFor, circularItems } from "@dawngate/core/courses";
import { notFound, refusal } from "../base/problem";
import { playOnDraft } from "../courses/authoring";
import { readDraft } from "../courses/draft-store";
import { readCourseRow } from "../courses/store";
import type { Database, SchoolTransaction } from "../db/connection";
import { projectSoon, unproject } from "../jobs/projecting-store";
import { copyValues } from "../people/fields/store";
import { readCase } from "../schedule/case";
import { readCohorts } from "../schedule/cohort-store";
import { readEvents } from "../schedule/event-store";
import { holdTurn } from "../schedule/headcount-store";
import { type Context, isTheirs } from "../school/context";
import type { Services } from "../school/kit";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { gatesWith } from "./cohort-gates";
import { insertCohorts, readOwner, updateCohort } from "./store";
import { type Undo, undosOf } from "./undo";
import { copyLeaders, readWays, USUAL_WAY, writeWay } from "./ways-in/store";

export async function createCohort(
  db: Database,
  context: Context,
  course: string,
  { name, place, link, ...cohort }: NewCohort,
): Promise<{ id: string }> {
  const id = `cohort-${randomBytes(4).toString("hex")}`;
  await db.withSchool(context, async (tx) => {
    if (!(await readCourseRow(tx, course)))
      throw notFound(`There is no course "${course}" in this school.`);
    await insertCohorts(tx, context.school, [{ id, course, gates: {}, ...cohort }], () => name);
    if (place || link) await updateCohort(tx, course, id, { ...whereOf({ place, link }) });
  });
  return { id };
}

/**
 * Cohorts made from an earlier one, all or none. Nobody of the earlier one is moved; where that is wanted, nobody new
 * comes into it and visitors meet it no more. The same press twice makes them once.
 */
export async function makeNextCohorts(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  earlier: string,
  { cohorts, leaders, lessons, close, hide, reopen, key }: NextCohorts,
): Promise<MadeCohorts> {
  return db.withSchool(context, async (tx) => {
    await holdTurn(tx, course, "cohorts");
    const before = await readCohorts(tx, course);
    const from = before.find(({ cohort }) => cohort.id === earlier);
    if (!from) throw notFound(`There is no cohort "${earlier}" in this course.`);
    const made = cohorts.map(({ name, ...cohort }, i) => ({
      name,
      cohort: { id: `cohort-${shortHash(`${earlier} ${key} ${i}`)}`, course, ...cohort },
    }));
    const answer = { cohorts: made.map(({ name, cohort }) => ({ id: cohort.id, name })) };
    if (before.some(({ cohort }) => cohort.id === made[0]?.cohort.id)) return answer;
    if (before.length + made.length > MOST_COHORTS)
      throw refusal(`A course has at most ${MOST_COHORTS} cohorts.`, [
        { path: "cohorts", reason: "Make fewer, or a course of its own" },
      ]);
    const draft = await readDraft(tx, course);
    const school = planSchool(await readSchool(tx));
    for (const [i, { cohort }] of made.entries()) {
      const circles = draft ? circularItems(school, draft, cohort) : [];
      const own = circles.find((item) => cohort.gates[item] != null);
      if (own !== undefined)
        throw refusal("With this gate an opening would wait for itself, in a circle.", [
          { path: `cohorts[${i}].gates.${own}`, reason: "Count from something else" },
        ]);
    }
    const names = new Map(made.map(({ name, cohort }) => [cohort.id, name]));
    const plans = made.map(({ cohort }) => cohort);
    await insertCohorts(tx, context.school, plans, (id) => names.get(id) ?? id);
    await copyValues(
      tx,
      earlier,
      plans.map(({ id }) => id),
      "cohorts",
    );
    // They meet where it met; the address of a meeting is each one's own.
    if (from.place !== "")
      for (const { id } of plans) await updateCohort(tx, course, id, { place: from.place });
    const ways = await readWays(tx, course);
    const way = ways.get(earlier);
    // People come into the next as they came into the earlier one; its waitlist has other days.
    if (way)
      for (const { id } of plans)
        await writeWay(tx, context.school, course, {
          ...way,
          cohort: id,
          waitlist: way.waitlist && { ...way.waitlist, until: null },
          ...(reopen && { listed: true, entry: way.entry === "staff" ? "anyone" : way.entry }),
        });
    if (lessons) {
      const ids = plans.map(({ id }) => id);
      const press = `next ${shortHash(`${earlier} ${key}`)}`;
      await playOnDraft(tx, context.school, course, press, (kept) => alsoFor(kept, earlier, ids));
    }
    if (leaders)
      await copyLeaders(
        tx,
        earlier,
        plans.map(({ id }) => id),
      );
    if (close || hide)
      await writeWay(tx, context.school, course, {
        ...(way ?? USUAL_WAY),
        cohort: earlier,
        ...(close && { entry: "staff" as const }),
        ...(hide && { listed: false }),
      });
    return answer;
  });
}

/** What is said of where it meets; what is left out stays. */
const whereOf = ({ place, link }: Pick<NewCohort, "place" | "link">) => ({
  ...(place !== undefined && { place }),
  ...(link !== undefined && { link }),
});

/** The same words give the same name: a press that is heard twice makes one cohort. */
const shortHash = (text: string) => createHash("sha256").update(text).digest("hex").slice(0, 12);

/** More than any course has; so that no answer is without an end. */
const MOST_COHORTS = 1000;

export async function changeCohort(
  { db }: Pick<Services, "db">,
  context: Context,
  course: string,
  id: string,
  { name, window, starts, ends, grace, seats, place, link }: NewCohort,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    const [window_opens, window_closes] = [window?.opens ?? null, window?.closes ?? null];
    const terms = { name, window_opens, window_closes, starts, ends, grace, seats };
    const set = { ...terms, ...whereOf({ place, link }) };
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

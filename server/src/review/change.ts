/** The changes whose ripple can be looked at: publishing, a cohort's dates and gates, the school's calendar and zone. */

import type { CohortGate, NewCohort } from "@dawngate/contract/enrollment";
import type {
  BeforeAndAfter,
  PublishingWay,
  RippleAnswer,
  Touched,
} from "@dawngate/contract/review";
import type { SchoolChange } from "@dawngate/contract/school";
import { cohortSchema, type PlanCohort, type PlanCourse } from "@dawngate/core/plan";
import type { Instant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { existing } from "../courses/authoring";
import { findPublished } from "../courses/service";
import { versionPlan } from "../courses/versions";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { gatesWith } from "../enrollment/cohort-gates";
import { readCase } from "../schedule/case";
import { readCohorts } from "../schedule/cohort-store";
import { countPeople } from "../schedule/headcount-store";
import { timelineOf } from "../schedule/service";
import { planSchool } from "../school/plan";
import { publishedCourses, readSchool } from "../school/store";
import { type Naming, type Rippled, Rippling, type Surroundings } from "./ripple";

/** Where a ripple is worked out, and who is told how far it has come. */
export interface Working {
  tx: SchoolTransaction;
  school: SchoolId;
  now: Instant;
  onProgress(done: number): void;
}

/** A change whose ripple is asked for, as data: it may be worked out elsewhere. */
export type AskedChange =
  | { of: "publishing"; course: string; people: PublishingWay; back: number | undefined }
  | { of: "cohort"; course: string; cohort: string; changed: NewCohort | CohortGate }
  | { of: "school"; changed: Pick<SchoolChange, "timeZone" | "calendar"> };

/** What a change would do to everybody it touches; says beforehand how many there are to look at. */
export async function rippleOf(
  {
    tx,
    school,
    now,
    onProgress,
  }: Omit<Working, "onProgress"> & {
    onProgress(done: number, of: number): void;
  },
  change: AskedChange,
): Promise<RippleAnswer> {
  let of = 0;
  if (change.of === "school")
    for (const course of await publishedCourses(tx)) of += await countPeople(tx, course);
  else
    of = await countPeople(tx, change.course, change.of === "cohort" ? change.cohort : undefined);
  onProgress(0, of);
  const rippling = new Rippling(tx, school, now, (done) => onProgress(done, of));
  const { changes, naming, version, sequence } = await changesOf(tx, school, change);
  for (const one of changes) await rippling.add(one);
  return { version, sequence, ...(await rippling.answer(naming)) };
}

/** So many of those whom a change touches stand on a page. */
const PAGE = 50;
const pageEnd = z.tuple([z.string().max(200), z.string().max(200)]);

/** A page of those whom a change would touch. */
export async function touchedOf(
  { tx, school, now }: Omit<Working, "onProgress">,
  change: AskedChange,
  after: string | undefined,
): Promise<Touched> {
  const place = after === undefined ? null : readCursor(pageEnd, after);
  const rippling = new Rippling(tx, school, now);
  const { changes, naming } = await changesOf(tx, school, change);
  const { people, next } = await rippling.page(changes, place, PAGE);
  const { written, titles } = await rippling.names(people, naming);
  return { people: people.map(written), titles, next: next === null ? null : writeCursor(next) };
}

/** A change as it comes to courses, and how its dates are written. */
interface Changes {
  changes: Rippled[];
  naming: Naming;
  /** What was in force, and the draft's number, where these are what is looked at. */
  version: number | null;
  sequence: number | null;
}

function changesOf(tx: SchoolTransaction, school: SchoolId, change: AskedChange): Promise<Changes> {
  switch (change.of) {
    case "publishing":
      return publishingChange(tx, school, change.course, change.people, change.back);
    case "cohort":
      return cohortChange(tx, school, change.course, change.cohort, change.changed);
    case "school":
      return schoolChanges(tx, school, change.changed);
  }
}

async function surroundings(tx: SchoolTransaction, course: string): Promise<Surroundings> {
  return {
    school: planSchool(await readSchool(tx)),
    cohorts: (await readCohorts(tx, course)).map(({ cohort }) => cohort),
  };
}

/** The course, and the plan that would come into force: its draft, or an earlier version. */
async function wantedPlan(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  back: number | undefined,
) {
  const { row, draft } = await existing(tx, course);
  const plan = back === undefined ? draft : await versionPlan(tx, school, course, back);
  if (!plan) throw notFound(`This course has no version ${back}.`);
  return { row, plan };
}

async function publishingChange(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  people: PublishingWay,
  back: number | undefined,
): Promise<Changes> {
  const { row, plan } = await wantedPlan(tx, school, course, back);
  const around = await surroundings(tx, course);
  const version = row.current_version;
  return {
    changes:
      version === null ? [] : [{ course, version, before: around, after: around, plan, people }],
    naming: { clockOf: () => plan.clock, zone: around.school.timeZone },
    version,
    sequence: row.sequence,
  };
}

async function cohortChange(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  id: string,
  changed: NewCohort | CohortGate,
): Promise<Changes> {
  const published = await findPublished(tx, school, course);
  const before = await surroundings(tx, course);
  const cohort = before.cohorts.find((one) => one.id === id);
  if (!cohort) throw notFound(`There is no cohort "${id}" in this course.`);
  const next = changedCohort(cohort, changed);
  const after = {
    ...before,
    cohorts: before.cohorts.map((one) => (one.id === id ? next : one)),
  };
  return {
    changes: published
      ? [{ ...unpublished(course, published.number), before, after, cohort: id }]
      : [],
    naming: { clockOf: () => published?.plan.clock ?? "school", zone: before.school.timeZone },
    version: published?.number ?? null,
    sequence: null,
  };
}

function changedCohort(cohort: PlanCohort, changed: NewCohort | CohortGate): PlanCohort {
  if ("item" in changed) return { ...cohort, gates: gatesWith(cohort, changed) };
  const { name: _name, place: _place, link: _link, ...dates } = changed;
  return cohortSchema.parse({ ...cohort, ...dates });
}

/** A change that brings no plan into force. */
const unpublished = (course: string, version: number) => ({
  course,
  version,
  plan: null,
  people: "everybody" as const,
});

/** Another calendar or zone of the school, in all of its courses. */
async function schoolChanges(
  tx: SchoolTransaction,
  school: SchoolId,
  { timeZone, calendar }: Pick<SchoolChange, "timeZone" | "calendar">,
): Promise<Changes> {
  const settings = planSchool(await readSchool(tx));
  const changed = {
    ...settings,
    ...(timeZone !== undefined && { timeZone }),
    ...(calendar !== undefined && { calendar }),
  };
  const changes: Rippled[] = [];
  const clocks = new Map<string, PlanCourse["clock"]>();
  for (const course of await publishedCourses(tx)) {
    const published = await findPublished(tx, school, course);
    if (!published) continue;
    clocks.set(course, published.plan.clock);
    const before = await surroundings(tx, course);
    const after = { ...before, school: changed };
    changes.push({ ...unpublished(course, published.number), before, after });
  }
  return {
    changes,
    naming: { clockOf: (course) => clocks.get(course) ?? "school", zone: changed.timeZone },
    version: null,
    sequence: null,
  };
}

/** One person's dates as they are, and as publishing the draft, or an earlier version again, would make them. */
export async function personRippled(
  { tx, school, now }: Pick<Working, "tx" | "school" | "now">,
  course: string,
  enrollment: string,
  people: PublishingWay,
  back: number | undefined,
): Promise<BeforeAndAfter> {
  const { plan } = await wantedPlan(tx, school, course, back);
  const found = await readCase(tx, school, enrollment);
  if (found?.course !== course)
    throw notFound(`There is no enrollment "${enrollment}" in this course.`);
  const after =
    people === "new-only"
      ? found
      : { ...found, plan, held: people === "everybody" ? [] : [...found.held, found.plan] };
  return { before: timelineOf(found, now), after: timelineOf(after, now) };
}

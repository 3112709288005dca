/** The changes whose ripple can be looked at: publishing, a cohort's dates and gates, the school's calendar and zone. */

import type { CohortGate, NewCohort } from "@dawngate/contract/enrollment";
import type { BeforeAndAfter, PublishingWay, RippleAnswer } from "@dawngate/contract/review";
import type { SchoolChange } from "@dawngate/contract/school";
import { cohortSchema, type PlanCohort, type PlanCourse } from "@dawngate/core/plan";
import type { Instant } from "@dawngate/core/time";
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
import { type Rippled, Rippling, type Surroundings } from "./ripple";

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
  const working: Working = { tx, school, now, onProgress: (done) => onProgress(done, of) };
  switch (change.of) {
    case "publishing":
      return publishingRipple(working, change.course, change.people, change.back);
    case "cohort":
      return cohortRipple(working, change.course, change.cohort, change.changed);
    case "school":
      return schoolRipple(working, change.changed);
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

/** What publishing the draft, or an earlier version again, would do. */
async function publishingRipple(
  { tx, school, now, onProgress }: Working,
  course: string,
  people: PublishingWay,
  back: number | undefined,
): Promise<RippleAnswer> {
  const { row, plan } = await wantedPlan(tx, school, course, back);
  const around = await surroundings(tx, course);
  const rippling = new Rippling(tx, school, now, onProgress);
  if (row.current_version !== null)
    await rippling.add({
      course,
      version: row.current_version,
      before: around,
      after: around,
      plan,
      people,
    });
  return {
    version: row.current_version,
    sequence: row.sequence,
    ...(await rippling.answer(() => plan.clock, around.school.timeZone)),
  };
}

/** What changing a cohort would do to its people. */
async function cohortRipple(
  { tx, school, now, onProgress }: Working,
  course: string,
  id: string,
  changed: NewCohort | CohortGate,
): Promise<RippleAnswer> {
  const published = await findPublished(tx, school, course);
  const before = await surroundings(tx, course);
  const cohort = before.cohorts.find((one) => one.id === id);
  if (!cohort) throw notFound(`There is no cohort "${id}" in this course.`);
  const rippling = new Rippling(tx, school, now, onProgress);
  if (published) {
    const next = changedCohort(cohort, changed);
    const after = {
      ...before,
      cohorts: before.cohorts.map((one) => (one.id === id ? next : one)),
    };
    await rippling.add({ ...unpublished(course, published.number), before, after, cohort: id });
  }
  const clock = published?.plan.clock ?? "school";
  return {
    version: published?.number ?? null,
    sequence: null,
    ...(await rippling.answer(() => clock, before.school.timeZone)),
  };
}

function changedCohort(cohort: PlanCohort, changed: NewCohort | CohortGate): PlanCohort {
  if ("item" in changed) return { ...cohort, gates: gatesWith(cohort, changed) };
  const { name: _name, ...dates } = changed;
  return cohortSchema.parse({ ...cohort, ...dates });
}

/** A change that brings no plan into force. */
const unpublished = (course: string, version: number) => ({
  course,
  version,
  plan: null,
  people: "everybody" as const,
});

/** What another calendar or zone of the school would do to everybody in all of its courses. */
async function schoolRipple(
  { tx, school, now, onProgress }: Working,
  { timeZone, calendar }: Pick<SchoolChange, "timeZone" | "calendar">,
): Promise<RippleAnswer> {
  const settings = planSchool(await readSchool(tx));
  const changed = {
    ...settings,
    ...(timeZone !== undefined && { timeZone }),
    ...(calendar !== undefined && { calendar }),
  };
  const rippling = new Rippling(tx, school, now, onProgress);
  const clocks = new Map<string, PlanCourse["clock"]>();
  for (const course of await publishedCourses(tx)) {
    const published = await findPublished(tx, school, course);
    if (!published) continue;
    clocks.set(course, published.plan.clock);
    const before = await surroundings(tx, course);
    const change: Rippled = {
      ...unpublished(course, published.number),
      before,
      after: { ...before, school: changed },
    };
    await rippling.add(change);
  }
  return {
    version: null,
    sequence: null,
    ...(await rippling.answer((course) => clocks.get(course) ?? "school", changed.timeZone)),
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

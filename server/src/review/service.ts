/** Publishing: a draft is frozen into a version, once it is a plan that can be answered. */
import { isDeepStrictEqual } from "node:util";
import type { PublishingWay, VersionList, VersionPlan } from "@dawngate/contract/review";
import { circularItems, coursesInside, publishable } from "@dawngate/core/courses";
import {
  type Fault,
  type PlanCohort,
  type PlanCourse,
  type PlanSchool,
  parsePlan,
} from "@dawngate/core/plan";
import { findSnags } from "@dawngate/core/review";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { conflict, notFound, refusal } from "../base/problem";
import { bringDraftBack, existing } from "../courses/authoring";
import { contentsOfDraft } from "../courses/content-store";
import { readDraft } from "../courses/draft-store";
import { refuseCircles } from "../courses/inside";
import { readVersionLessons } from "../courses/version-store";
import { versionPlan } from "../courses/versions";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { readCohorts } from "../schedule/cohort-store";
import type { Context } from "../school/context";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import {
  followAlone,
  holdEarlier,
  insertVersion,
  listVersions,
  lockCourse,
  pinEnrollments,
  someKeepEarlier,
} from "./store";

interface Publishing {
  note: string;
  /** Null: what is taken over from a plan file stands as it stood there. */
  now: Instant | null;
  /** For whom it is to hold. */
  people?: PublishingWay;
  /** The version, and the draft's last operation, that have to be in force still. */
  over?: number | undefined;
  seen?: number | undefined;
  /** The earlier version whose plan is published again, instead of the draft. */
  back?: number | undefined;
  /** The draft as it stands, where the caller has just written it: it is not read again. */
  plan?: PlanCourse;
}

/**
 * Makes the next version of a course from its draft, or from an earlier version. Answers its number; refuses with every
 * fault and its place: snags that stop publishing among them.
 */
export async function publish(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  { note, now, people = "everybody", over, seen, back, plan }: Publishing,
): Promise<number> {
  const held = await lockCourse(tx, course);
  if (!held) throw notFound(`There is no course "${course}" in this school.`);
  const current = held.version;
  if (over !== undefined && current !== over)
    throw conflict(
      `Somebody published version ${current} meanwhile. Look again at what yours would do now.`,
    );
  if (back === undefined && seen !== undefined && held.sequence !== seen)
    throw conflict("The draft has changed meanwhile. Look again at what it would do now.");
  const draft = plan ?? (await wanted(tx, school, course, back));
  await refuseCircles(tx, school, draft);
  const faults = faultsOf(
    planSchool(await readSchool(tx)),
    draft,
    (await readCohorts(tx, course)).map(({ cohort }) => cohort),
    now,
  );
  if (faults.length > 0)
    throw refusal(
      `This cannot be published: ${faults.length === 1 ? "one fault" : `${faults.length} faults`}.`,
      faults,
    );
  // What was just written stands on content of its own, but for what came in with another course.
  const isOwn = plan !== undefined && coursesInside(plan).length === 0;
  const contents = isOwn ? {} : await contentsOfDraft(tx, course);
  const named = back === undefined ? contents : await readVersionLessons(tx, course, back);
  const lessons = Object.fromEntries(
    draft.modules
      .flatMap((module) => module.lessons)
      .map(({ id }) => [id, named[id] ?? contents[id] ?? `${course}/${id}`]),
  );
  if (
    current !== null &&
    isDeepStrictEqual(draft, await versionPlan(tx, school, course, current)) &&
    isDeepStrictEqual(lessons, await readVersionLessons(tx, course, current)) &&
    !(await someKeepEarlier(tx, course))
  )
    throw conflict(
      `Nothing is different from version ${current}, which is published: there is nothing to publish.`,
    );
  if (current !== null) {
    if (people === "new-only") await pinEnrollments(tx, course, current);
    else if (people === "only-in-favor") await holdEarlier(tx, course, current);
    else await followAlone(tx, course);
  }
  // A draft with nothing in it that is not published follows; one with work in it is left alone.
  const follows =
    back !== undefined &&
    current !== null &&
    isDeepStrictEqual(
      await draftToPublish(tx, course),
      await versionPlan(tx, school, course, current),
    );
  const number = await insertVersion(tx, school, draft, lessons, {
    note,
    people,
    brings_back: back ?? null,
    ...(now !== null && { published_at: formatInstant(now) }),
  });
  if (follows) await bringDraftBack(tx, school, draft, `version-${number}`);
  return number;
}

/** The draft as it would be published. */
async function draftToPublish(tx: SchoolTransaction, course: string): Promise<PlanCourse | null> {
  const draft = await readDraft(tx, course);
  return draft && publishable(draft);
}

/** The plan that is to come into force: the draft, or an earlier version. */
async function wanted(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  back: number | undefined,
): Promise<PlanCourse> {
  const plan =
    back === undefined
      ? await draftToPublish(tx, course)
      : await versionPlan(tx, school, course, back);
  if (plan) return plan;
  throw notFound(
    back === undefined
      ? `There is no course "${course}" in this school.`
      : `This course has no version ${back}.`,
  );
}

/** Why a plan cannot be answered for its cohorts; `now` null: snags stop nothing. */
function faultsOf(
  school: PlanSchool,
  course: PlanCourse,
  cohorts: readonly PlanCohort[],
  now: Instant | null,
): Fault[] {
  const checked = parsePlan({ dawnGatePlan: 1, school, courses: [course], cohorts });
  if (!checked.ok) return checked.faults;
  const snags = now === null ? [] : findSnags(school, course, cohorts, now);
  const faults = snags
    .filter(({ weight }) => weight === "stops")
    .map(({ item, reason }): Fault => ({ path: item ?? course.id, reason }));
  for (const cohort of cohorts)
    for (const item of circularItems(school, course, cohort))
      if (!faults.some(({ path }) => path === item))
        faults.push({
          path: item,
          reason:
            "It waits for its own opening, in a circle; count one of them from something else",
        });
  return faults;
}

/** So many versions stand on a page. */
const PAGE = 50;

/** A page of a course's versions, the newest first. */
export async function showVersions(
  db: Database,
  context: Context,
  course: string,
  before: number | null,
): Promise<VersionList> {
  return reading(db, context, async (tx) => {
    const { row } = await existing(tx, course);
    const versions = await listVersions(tx, course, before, PAGE + 1);
    const page = versions.slice(0, PAGE);
    return {
      next: versions.length > PAGE ? (page.at(-1)?.number ?? null) : null,
      current: row.current_version,
      versions: page,
    };
  });
}

/** The plan of a version as it was published. */
export async function showVersion(
  db: Database,
  context: Context,
  course: string,
  number: number,
): Promise<VersionPlan> {
  return reading(db, context, async (tx) => {
    const plan = await versionPlan(tx, context.school, course, number);
    if (!plan) throw notFound(`This course has no version ${number}.`);
    return { number, plan };
  });
}

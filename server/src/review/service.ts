/** Publishing: a draft is frozen into a version, once it is a plan that can be answered. */
import { isDeepStrictEqual } from "node:util";
import type { PublishingWay, VersionList, VersionPlan } from "@dawngate/contract/review";
import { circularItems } from "@dawngate/core/courses";
import { parsePlan } from "@dawngate/core/plan";
import { findSnags } from "@dawngate/core/review";
import type { Instant } from "@dawngate/core/time";
import { conflict, notFound, refusal } from "../base/problem";
import { bringDraftBack, existing } from "../courses/authoring";
import { contentsOfDraft } from "../courses/content-store";
import { readDraft } from "../courses/draft-store";
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
}

/**
 * Makes the next version of a course from its draft, or from an earlier version. Answers its number; refuses with every
 * fault and its place: snags that stop publishing among them.
 */
export async function publish(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  { note, now, people = "everybody", over, seen, back }: Publishing,
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
  const draft =
    back === undefined ? await readDraft(tx, course) : await versionPlan(tx, school, course, back);
  if (!draft && back !== undefined) throw notFound(`This course has no version ${back}.`);
  if (!draft) throw notFound(`There is no course "${course}" in this school.`);
  const settings = planSchool(await readSchool(tx));
  const cohorts = (await readCohorts(tx, course)).map(({ cohort }) => cohort);
  const checked = parsePlan({ dawnGatePlan: 1, school: settings, courses: [draft], cohorts });
  const faults = checked.ok ? [] : checked.faults;
  if (checked.ok) {
    const snags = now === null ? [] : findSnags(settings, draft, cohorts, now);
    const stops = snags.filter(({ weight }) => weight === "stops");
    for (const { item, reason } of stops) faults.push({ path: item ?? course, reason });
    for (const cohort of cohorts)
      for (const item of circularItems(settings, draft, cohort).filter(
        (id) => !faults.some(({ path }) => path === id),
      ))
        faults.push({
          path: item,
          reason:
            "It waits for its own opening, in a circle; count one of them from something else",
        });
  }
  if (faults.length > 0)
    throw refusal(
      `This cannot be published: ${faults.length === 1 ? "one fault" : `${faults.length} faults`}.`,
      faults,
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
    isDeepStrictEqual(await readDraft(tx, course), await versionPlan(tx, school, course, current));
  const contents = await contentsOfDraft(tx, course);
  const named = back === undefined ? contents : await readVersionLessons(tx, course, back);
  const lessons = Object.fromEntries(
    draft.modules
      .flatMap((module) => module.lessons)
      .map(({ id }) => [id, named[id] ?? contents[id] ?? `${course}/${id}`]),
  );
  const number = await insertVersion(tx, school, draft, lessons, {
    note,
    people,
    brings_back: back ?? null,
  });
  if (follows) await bringDraftBack(tx, school, draft, `version-${number}`);
  return number;
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

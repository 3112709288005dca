/** One person's timeline in a course, real or imagined, at an instant. */
import type { EnrollmentPlan, TimelineAnswer, TimelineQuery } from "@dawngate/contract/schedule";
import { enrollmentSchema, type PlanEnrollment } from "@dawngate/core/plan";
import { writeExplainedTimeline } from "@dawngate/core/schedule";
import {
  formatInstant,
  type Instant,
  instantAt,
  parseDate,
  parseInstant,
  parseTimeOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { notFound } from "../base/problem";
import { published } from "../courses/service";
import type { Database, SchoolTransaction } from "../db/connection";
import { readPeople } from "../people/store";
import { type Context, isTheirs } from "../school/context";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { type Case, clockOf, readCase, workOut } from "./case";
import { readCohorts } from "./cohort-store";

/** Answers a question of the timeline. The request's instant counts where the question names none. */
export async function showTimeline(
  db: Database,
  context: Context,
  courseId: string,
  query: TimelineQuery,
): Promise<TimelineAnswer> {
  return reading(db, context, async (tx) => {
    const at = query.at === undefined ? context.now : checked(parseInstant(query.at));
    if (query.enrollment === undefined)
      return timelineOf(await imagined(tx, context, courseId, query), at);
    const found = await real(tx, context, courseId, query.enrollment);
    const name = (await readPeople(tx, [query.enrollment])).get(query.enrollment)?.name ?? "";
    return { ...timelineOf(found, at), person: { name, cohort: found.enrollment.cohort } };
  });
}

/** Whom a question of the timeline is about: somebody who is enrolled, or somebody imagined. */
export async function caseAsked(
  tx: SchoolTransaction,
  context: Context,
  course: string,
  query: TimelineQuery,
) {
  if (query.enrollment !== undefined) return real(tx, context, course, query.enrollment);
  return { ...(await imagined(tx, context, course, query)), course, held: [] };
}

/** Somebody's enrollment, as a plan file has it. */
export async function showEnrollmentPlan(
  db: Database,
  context: Context,
  course: string,
  id: string,
): Promise<EnrollmentPlan> {
  return reading(db, context, async (tx) => {
    const { enrollment } = await real(tx, context, course, id);
    return { name: (await readPeople(tx, [id])).get(id)?.name ?? "", enrollment };
  });
}

/** A case's timeline as it is sent. */
export function timelineOf(
  found: Parameters<typeof workOut>[0] & Pick<Case, "version">,
  at: Instant,
): TimelineAnswer {
  const { enrollment, version } = found;
  return {
    at: formatInstant(at),
    version,
    enrolledAt: enrollment.enrolledAt,
    timeZone: enrollment.timeZone,
    person: null,
    clock: clockOf(found),
    ...writeExplainedTimeline(workOut(found, at)),
  };
}

/** Somebody who is really enrolled, and whom one may see. */
async function real(tx: SchoolTransaction, context: Context, course: string, id: string) {
  const found = await readCase(tx, context.school, id);
  if (found?.course !== course || !isTheirs(context, found.enrollment.cohort))
    throw notFound(`There is no enrollment "${id}" in this course.`);
  return found;
}

/** Somebody imagined, in the course as it is published. */
async function imagined(
  tx: SchoolTransaction,
  context: Context,
  courseId: string,
  query: TimelineQuery,
): Promise<Pick<Case, "enrollment" | "version" | "plan" | "school" | "cohort">> {
  const course = await published(tx, context.school, courseId);
  const school = planSchool(await readSchool(tx));
  const enrollment = imagine(courseId, query, school.timeZone);
  const cohorts = await readCohorts(tx, courseId);
  const cohort = cohorts.find(({ cohort: { id } }) => id === enrollment.cohort)?.cohort ?? null;
  if (enrollment.cohort !== null && cohort === null)
    throw notFound(`There is no cohort "${enrollment.cohort}" in this course.`);
  return { enrollment, version: course.number, plan: course.plan, school, cohort };
}

/** Somebody imagined, who enrolls at a local day and time (12:00 where none is given) and has done nothing yet. */
function imagine(course: string, query: TimelineQuery, schoolZone: string): PlanEnrollment {
  const timeZone = query.timeZone ?? schoolZone;
  const date = checked(parseDate(query.day ?? ""));
  const time = checked(parseTimeOfDay(query.time ?? "12:00"));
  return enrollmentSchema.parse({
    id: "imagined",
    course,
    cohort: query.cohort ?? null,
    timeZone,
    enrolledAt: formatInstant(instantAt(zoneOf(timeZone), date, time)),
  });
}

/** A value that the border has checked already. */
function checked<T>(parsed: { ok: true; value: T } | { ok: false; reason: string }): T {
  if (!parsed.ok) throw new TypeError(parsed.reason);
  return parsed.value;
}

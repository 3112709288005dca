/** One person's timeline in a course, real or imagined, at an instant. */
import type { TimelineAnswer, TimelineQuery } from "@dawngate/contract";
import { enrollmentSchema, type PlanCourse, type PlanEnrollment } from "@dawngate/core/plan";
import { evaluate, prepareCourse, writeExplainedTimeline } from "@dawngate/core/schedule";
import {
  formatInstant,
  type Instant,
  instantAt,
  parseDate,
  parseInstant,
  parseTimeOfDay,
  zoneOf,
} from "@dawngate/core/time";
import { published } from "../courses/service";
import type { Database, SchoolTransaction } from "../db/connection";
import { readCohorts, readEnrollment } from "../enrollment/store";
import { notFound } from "../http/problem";
import { readVersion } from "../review/store";
import { type Actor, isTheirs } from "../school/actor";
import { planSchool } from "../school/plan";
import { reading } from "../school/service";
import { readSchool } from "../school/store";

/** Answers a question of the timeline. `now` counts where the question names no instant. */
export async function showTimeline(
  db: Database,
  actor: Actor,
  courseId: string,
  query: TimelineQuery,
  now: Instant,
): Promise<TimelineAnswer> {
  return reading(db, actor, async (tx) => {
    const course = await published(tx, courseId);
    const school = planSchool(await readSchool(tx));
    const { enrollment, version, plan } =
      query.enrollment === undefined
        ? {
            enrollment: imagine(courseId, query, school.timeZone),
            version: course.number,
            plan: course.plan,
          }
        : await real(tx, actor, course, query.enrollment);
    const cohorts = await readCohorts(tx, courseId);
    const cohort = cohorts.find(({ cohort: { id } }) => id === enrollment.cohort)?.cohort ?? null;
    if (enrollment.cohort !== null && cohort === null)
      throw notFound(`There is no cohort "${enrollment.cohort}" in this course.`);
    const at = query.at === undefined ? now : checked(parseInstant(query.at));
    const timeline = evaluate(prepareCourse(school, plan, cohort), enrollment, at);
    return {
      at: formatInstant(at),
      version,
      enrolledAt: enrollment.enrolledAt,
      timeZone: enrollment.timeZone,
      clock: plan.clock === "school" ? school.timeZone : enrollment.timeZone,
      ...writeExplainedTimeline(timeline),
    };
  });
}

/** Somebody who is really enrolled, with the version that counts for them. */
async function real(
  tx: SchoolTransaction,
  actor: Actor,
  course: { id: string; number: number; plan: PlanCourse },
  id: string,
) {
  const found = await readEnrollment(tx, course.id, id);
  if (!found || !isTheirs(actor, found.enrollment.cohort))
    throw notFound(`There is no enrollment "${id}" in this course.`);
  const version = found.pinnedVersion ?? course.number;
  const plan = version === course.number ? course.plan : await readVersion(tx, course.id, version);
  if (!plan) throw notFound(`Version ${version} of this course is missing.`);
  return { enrollment: found.enrollment, version, plan };
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

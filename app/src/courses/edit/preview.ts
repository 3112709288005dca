/** The dates of a draft while it is edited: worked out here, by the same evaluator that the server asks. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import {
  enrollmentSchema,
  type PlanCohort,
  type PlanCourse,
  type PlanEnrollment,
} from "@dawngate/core/plan";
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
import type { Who } from "../../schedule/as-if/as-if";

type Imagined = Extract<Who, { kind: "imagined" }>;

/** When somebody imagined enrolls. */
export const NOON = "12:00";

export interface SchoolSettings {
  timeZone: string;
  currency: string;
  calendar: { weekend: number[]; closed: string[] };
}

/** Whose dates a draft is seen with: somebody real or imagined, at an instant. */
export interface SeenFor {
  enrollment: PlanEnrollment;
  cohort: PlanCohort | null;
  /** Null: imagined. */
  name: string | null;
  at: Instant;
}

/** Somebody who enrolls on a day at a time in a zone, perhaps into a cohort, and does nothing; null: there is no such day. */
export function imagine(
  course: string,
  { day, time, timeZone, cohort }: Omit<Imagined, "kind">,
): PlanEnrollment | null {
  const date = parseDate(day);
  const clock = parseTimeOfDay(time);
  if (!date.ok || !clock.ok) return null;
  const enrolledAt = formatInstant(instantAt(zoneOf(timeZone), date.value, clock.value));
  return enrollmentSchema.parse({ id: "imagined", course, cohort, timeZone, enrolledAt });
}

/** The dates of a draft for somebody. */
export function previewFor(
  { timeZone, currency, calendar }: SchoolSettings,
  course: PlanCourse,
  { enrollment, cohort, name, at }: SeenFor,
): TimelineAnswer {
  const school = { timeZone, currency, calendar };
  const timeline = evaluate(prepareCourse(school, course, cohort), enrollment, at);
  return {
    at: formatInstant(at),
    version: 0,
    enrolledAt: enrollment.enrolledAt,
    timeZone: enrollment.timeZone,
    person: name === null ? null : { name, cohort: enrollment.cohort },
    clock: course.clock === "enrollee" ? enrollment.timeZone : timeZone,
    ...writeExplainedTimeline(timeline),
  };
}

/** As if somebody enrolled on a day at noon, in the school's zone, perhaps into a cohort, and did nothing. */
export function previewDraft(
  school: SchoolSettings,
  course: PlanCourse,
  day: string,
  cohort: PlanCohort | null,
): TimelineAnswer | null {
  const { timeZone } = school;
  const enrollment = imagine(course.id, {
    day,
    time: NOON,
    timeZone,
    cohort: cohort?.id ?? null,
  });
  if (enrollment === null) return null;
  const at = parseInstant(enrollment.enrolledAt);
  return at.ok
    ? previewFor(school, course, { enrollment, cohort, name: null, at: at.value })
    : null;
}

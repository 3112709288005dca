/** The dates of a draft while it is edited: worked out here, by the same evaluator that the server asks. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { enrollmentSchema, type PlanCohort, type PlanCourse } from "@dawngate/core/plan";
import { evaluate, prepareCourse, writeExplainedTimeline } from "@dawngate/core/schedule";
import {
  formatInstant,
  type Instant,
  instantAt,
  parseDate,
  type TimeOfDay,
  zoneOf,
} from "@dawngate/core/time";

interface SchoolSettings {
  timeZone: string;
  currency: string;
  calendar: { weekend: number[]; closed: string[] };
}

/** As if somebody enrolled on a day at noon, in the school's zone, perhaps into a cohort, and did nothing. */
export function previewDraft(
  { timeZone, currency, calendar }: SchoolSettings,
  course: PlanCourse,
  day: string,
  cohort: PlanCohort | null,
): TimelineAnswer | null {
  const date = parseDate(day);
  if (!date.ok) return null;
  const noon = instantAt(zoneOf(timeZone), date.value, 43_200_000 as TimeOfDay);
  const enrolledAt = formatInstant(noon);
  const enrollment = enrollmentSchema.parse({
    id: "imagined",
    course: course.id,
    cohort: cohort?.id ?? null,
    timeZone,
    enrolledAt,
  });
  const school = { timeZone, currency, calendar };
  const timeline = evaluate(prepareCourse(school, course, cohort), enrollment, noon as Instant);
  return {
    at: enrolledAt,
    version: 0,
    enrolledAt,
    timeZone,
    person: null,
    clock: timeZone,
    ...writeExplainedTimeline(timeline),
  };
}

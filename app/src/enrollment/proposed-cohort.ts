/** Sensible dates for a new cohort: a start that leaves time to come in, and an end after all has opened. */
import type { Course } from "@dawngate/contract/courses";
import type { School } from "@dawngate/contract/school";
import type { PlanCohort, PlanCourse } from "@dawngate/core/plan";
import {
  addDays,
  formatDate,
  type LocalDate,
  localDateAt,
  parseDate,
  weekdayOf,
  zoneOf,
} from "@dawngate/core/time";
import { previewDraft } from "../courses/edit/preview";
import { read } from "../schedule/horizon/scale";

export interface Proposed {
  starts: string;
  ends: string;
  opens: string;
  closes: string;
  /** The title of what opens last, which the end leaves time for; null: nothing has a date of its own. */
  last: string | null;
}

/** So many days people have to come in, at least; and to finish what opened last. */
const COMING_IN = 14;
const FINISHING = 7;
/** No cohort is shorter, in days. */
const SHORTEST = 28;

type Settings = Pick<School, "timeZone" | "currency" | "calendar">;

/** From a day on: enrolling at once, starting on a Monday two weeks later at the earliest. */
export function proposedCohort(school: Settings, course: Course, today: string): Proposed {
  const parsed = parseDate(today);
  const from = (parsed.ok ? parsed.value : 0) as LocalDate;
  let starts = addDays(from, COMING_IN);
  while (weekdayOf(starts) !== 1) starts = addDays(starts, 1);
  const cohort: PlanCohort = {
    id: "proposed",
    course: course.id,
    window: null,
    starts: formatDate(starts),
    ends: formatDate(addDays(starts, 3650)),
    grace: null,
    seats: null,
    gates: {},
  };
  // What is answered of a published course is its plan, but for what a timeline needs nothing of.
  const plan = { ...course, validity: [] } as unknown as PlanCourse;
  const timeline = previewDraft(school, plan, formatDate(starts), cohort);
  const zone = zoneOf(school.timeZone);
  let last: { title: string; day: LocalDate } | null = null;
  for (const { id, opens } of timeline?.items ?? []) {
    const at = read(opens);
    if (at === null) continue;
    const day = localDateAt(zone, at);
    if (last !== null && day <= last.day) continue;
    const module = course.modules.find((one) => one.id === id);
    const lesson = course.modules.flatMap((one) => one.lessons).find((one) => one.id === id);
    last = { title: (module ?? lesson)?.title ?? id, day };
  }
  const later = last !== null && last.day > starts ? last : null;
  const ends = Math.max(addDays(starts, SHORTEST - 1), later ? later.day + FINISHING : 0);
  return {
    starts: formatDate(starts),
    ends: formatDate(ends as LocalDate),
    opens: today,
    closes: formatDate(addDays(starts, -1)),
    last: later?.title ?? null,
  };
}

/** A cohort made from an earlier one (calculations.md 6), and where its dates land. */
import {
  enrollmentSchema,
  itemsOf,
  type PlanCohort,
  type PlanCourse,
  type PlanGate,
  type PlanSchool,
  shiftCohort,
  shiftGate,
} from "../plan";
import { evaluate, prepareCourse } from "../schedule";
import {
  addDays,
  addMonths,
  formatDate,
  formatInstant,
  HOUR,
  instantAt,
  type LocalDate,
  localDateAt,
  parseDate,
  type TimeOfDay,
  weekdayOf,
  zoneOf,
} from "../time";

export interface NextWish {
  /** The new first day, `2027-04-05`. */
  starts: string;
  /** Only whole weeks, so that every date keeps its weekday: the nearest to the day asked for. */
  wholeWeeks: boolean;
  /** `keep`: the earlier one's own gates, and the course's gates that name a date, moved; `reset`: the course's. */
  gates: "keep" | "reset";
}

const read = (text: string): LocalDate => {
  const date = parseDate(text);
  if (!date.ok) throw new TypeError(`This date was not checked: ${date.reason}`);
  return date.value;
};

/** By how many days every date moves: new first day less old first day, or the nearest whole weeks. */
export function daysBetween(
  earlier: Pick<PlanCohort, "starts">,
  { starts, wholeWeeks }: Pick<NextWish, "starts" | "wholeWeeks">,
): number {
  const days = read(starts) - read(earlier.starts);
  return wholeWeeks ? Math.round(days / 7) * 7 : days;
}

/**
 * The next cohort of an earlier one, under another name: every date moved by the same number of local days, times of
 * day kept. Seats, grace, and the length of the window are the earlier one's. Takes a checked cohort and course.
 *
 * @example
 * nextCohort(autumn, course, { starts: "2027-01-11", wholeWeeks: true, gates: "keep" }, "k2")
 */
export function nextCohort(
  earlier: PlanCohort,
  course: Pick<PlanCourse, "modules">,
  wish: NextWish,
  id: string,
): PlanCohort {
  const days = daysBetween(earlier, wish);
  const moved = shiftCohort(earlier, days);
  const gates = wish.gates === "reset" ? {} : { ...datedGates(course, days), ...moved.gates };
  return { ...moved, id, gates };
}

/** The gates of a course that name a date, moved: else the next cohort would have the days of the one before. */
function datedGates(course: Pick<PlanCourse, "modules">, days: number) {
  const gates: PlanCohort["gates"] = {};
  for (const { id, gate } of itemsOf(course))
    if (gate?.when.some(({ from }) => from === "date")) gates[id] = shiftGate(gate, days);
  return gates;
}

/** The first or last day of a cohort, or an item that opens. */
export type Landed = "starts" | "ends" | { item: string };

export interface Landing {
  what: Landed;
  /** The local day in the school's zone, `2027-04-05`. */
  date: string;
  /** Why nobody is there on that day; null: the day is one like any other. */
  shut: "weekend" | "closed" | null;
  /** The gate that moves the opening on to the next workday; null: none can. */
  mended: PlanGate | null;
}

export interface Landings {
  /** What lands on a day the school calendar shuts. */
  shut: Landing[];
  /** What opens after the cohort's last day. */
  late: Landing[];
}

/**
 * Where a cohort's days and the openings of its course land, for somebody who comes in as its window opens and does
 * nothing. Listed, never moved silently (calculations.md 6). What waits for what people do lands nowhere. Weekends
 * count where `weekends` says so: who moves a cohort by whole weeks has chosen its weekdays before.
 */
export function landingsOf(
  school: PlanSchool,
  course: PlanCourse,
  cohort: PlanCohort,
  weekends: boolean,
): Landings {
  const { calendar, timeZone } = school;
  const shutOn = (date: string): Landing["shut"] => {
    if (calendar.closed.includes(date)) return "closed";
    return weekends && calendar.weekend.includes(weekdayOf(read(date))) ? "weekend" : null;
  };
  const landings: Landing[] = [];
  for (const what of ["starts", "ends"] as const) {
    const date = cohort[what];
    // A last day is often a Sunday, and means no harm.
    const shut = what === "ends" && shutOn(date) === "weekend" ? null : shutOn(date);
    landings.push({ what, date, shut, mended: null });
  }
  for (const { id, gate, opens } of openingsOf(school, course, cohort)) {
    const date = formatDate(localDateAt(zoneOf(timeZone), opens));
    // What opens with the first day is told by it.
    if (date === cohort.starts) continue;
    const shut = shutOn(date);
    landings.push({ what: { item: id }, date, shut, mended: shut && toWorkday(gate) });
  }
  const isLate = ({ what, date }: Landing) => typeof what === "object" && date > cohort.ends;
  return {
    shut: landings.filter((landing) => landing.shut !== null && !isLate(landing)),
    late: landings.filter(isLate),
  };
}

/** What has a gate of its own, with when it opens for whoever comes in first. */
function openingsOf(school: PlanSchool, course: PlanCourse, cohort: PlanCohort) {
  const zone = zoneOf(school.timeZone);
  const noon = instantAt(zone, read(cohort.window?.opens ?? cohort.starts), NOON);
  const enrollment = enrollmentSchema.parse({
    id: "first",
    course: course.id,
    cohort: cohort.id,
    timeZone: school.timeZone,
    enrolledAt: formatInstant(noon),
  });
  const { items } = evaluate(prepareCourse(school, course, cohort), enrollment, noon);
  const gates = new Map(itemsOf(course).map(({ id, gate }) => [id, gate]));
  return items.flatMap(({ id, opens }) => {
    const own = cohort.gates[id];
    const gate = own === undefined ? (gates.get(id) ?? null) : own;
    return gate === null || opens === null ? [] : [{ id, gate, opens }];
  });
}

const NOON = (12 * HOUR) as TimeOfDay;

/** The same gate, each moment moved on to a workday; null where one of them counts in hours, or by staff's hand. */
function toWorkday(gate: PlanGate): PlanGate | null {
  const when = [];
  for (const moment of gate.when) {
    if (moment.from === "staff" || moment.add?.includes("T")) return null;
    when.push({ ...moment, workdays: true });
  }
  return { ...gate, when };
}

/**
 * The first days of a series: the first one, and each later by so many weeks or months from the first (never from the
 * one before, so that the 31st stays the last of its month; calculations.md 1).
 */
export function seriesFrom(
  first: string,
  every: { count: number; unit: "W" | "M" },
  times: number,
): string[] {
  const day = read(first);
  return Array.from({ length: times }, (_, k) =>
    formatDate(
      every.unit === "W" ? addDays(day, 7 * every.count * k) : addMonths(day, every.count * k),
    ),
  );
}

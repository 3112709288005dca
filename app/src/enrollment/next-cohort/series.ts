/** The cohorts that one makes from an earlier one: how often, and what each is called. */
import {
  daysBetween,
  type Landing,
  landingsOf,
  nextCohort,
  seriesFrom,
} from "@dawngate/core/enrollment";
import type { PlanCohort, PlanCourse, PlanGate, PlanSchool } from "@dawngate/core/plan";
import { addDays, DAY, formatDate } from "@dawngate/core/time";
import { read } from "../days";

export interface Wish {
  /** The first day of the first of them. */
  starts: string;
  wholeWeeks: boolean;
  gates: "keep" | "reset";
  seats: number | null;
  /** How many, and how far apart. */
  times: number;
  every: { count: number; unit: "W" | "M" };
}

/** One of them, as it would be made. */
export interface Made {
  name: string;
  cohort: PlanCohort;
  landings: { shut: Landing[]; late: Landing[] };
}

/** The mends one has taken: gates by cohort's place and item, and last days. */
export interface Mends {
  gates: Record<string, Record<string, PlanGate>>;
  ends: Record<string, string>;
}

export const NO_MENDS: Mends = { gates: {}, ends: {} };

/** What a cohort is called that begins on a day, where nobody says otherwise: "January 2027". */
export const nameFrom = (starts: string) =>
  new Intl.DateTimeFormat("en-GB", { month: "long", year: "numeric", timeZone: "UTC" }).format(
    read(starts) * DAY,
  );

/** The cohorts a wish makes, each with where its dates land. `names`: what somebody has called some of them. */
export function madeFrom(
  school: PlanSchool,
  course: PlanCourse,
  earlier: PlanCohort,
  wish: Wish,
  names: readonly (string | undefined)[],
  mends: Mends,
): Made[] {
  const days = seriesFrom(wish.starts, wish.every, wish.times);
  return days.map((starts, i) => {
    const { wholeWeeks, gates } = wish;
    const plain = nextCohort(earlier, course, { starts, wholeWeeks, gates }, `next-${i}`);
    const cohort = {
      ...plain,
      seats: wish.seats,
      ends: mends.ends[i] ?? plain.ends,
      gates: { ...plain.gates, ...mends.gates[i] },
    };
    return {
      name: names[i] ?? nameFrom(cohort.starts),
      cohort,
      landings: landingsOf(school, course, cohort, !wholeWeeks),
    };
  });
}

/** What one is told of the first day that was asked for and the one that comes of it. */
export function sayMove(earlier: PlanCohort, wish: Wish): string {
  const days = daysBetween(earlier, wish);
  const [size, way] = [Math.abs(days), days < 0 ? "earlier" : "later"];
  if (days === 0) return "Every date as it was.";
  const weeks = size / 7;
  return Number.isInteger(weeks)
    ? `Every date ${weeks === 1 ? "a week" : `${weeks} weeks`} ${way}, on the same weekday.`
    : `Every date ${size === 1 ? "a day" : `${size} days`} ${way}.`;
}

/** A sensible first day: on the earlier one's weekday, when the last of all is over, and not before tomorrow. */
export function startAfter(
  { starts }: Pick<PlanCohort, "starts">,
  all: readonly Pick<PlanCohort, "ends">[],
  today: string,
): string {
  const over = Math.max(read(today), ...all.map(({ ends }) => read(ends)));
  const first = read(starts);
  return formatDate(addDays(first, Math.ceil((over + 1 - first) / 7) * 7));
}

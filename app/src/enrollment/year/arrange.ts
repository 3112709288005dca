/** Where everything of a year stands: days as places, cohorts in lanes, who leads two at once. */
import type { YearCohort, YearCourse } from "@dawngate/contract/year";
import { sayMonth, sayWrittenDate } from "@dawngate/core/schedule/words";
import {
  addDays,
  addMonths,
  dateOf,
  formatDate,
  type LocalDate,
  yearMonthDay,
} from "@dawngate/core/time";
import { read } from "../days";

/** Whole months that are shown. */
export interface Span {
  from: LocalDate;
  through: LocalDate;
}

/** So many months, the first of them so many after (or before) the month of a day. */
export function spanOf(today: string, first: number, months: number): Span {
  const { year, month } = yearMonthDay(read(today));
  const from = addMonths(dateOf(year, month, 1), first);
  return { from, through: addDays(addMonths(from, months), -1) };
}

/** Places along the chart: whole days, each from its left edge. */
export const placeIn = ({ from, through }: Span, width: number) => {
  const days = through - from + 1;
  return (date: LocalDate) => (Math.min(Math.max(date - from, 0), days) / days) * width;
};

/** From so many months on there is room for the name of each third alone. */
const MANY = 18;

/** The first day of each month, or of each quarter where there are many, with its name; the year where it begins. */
export function monthsOf({ from, through }: Span): { day: LocalDate; label: string }[] {
  const months: { day: LocalDate; label: string }[] = [];
  const quarters = addMonths(from, MANY) <= through;
  for (let day = from; day <= through; day = addMonths(day, 1)) {
    const { month } = yearMonthDay(day);
    if (quarters && month % 3 !== 1) continue;
    const whole = sayMonth(day);
    const named = months.length === 0 || month === 1;
    months.push({ day, label: named ? whole : (whole.split(" ")[0] ?? whole) });
  }
  return months;
}

export interface Placed {
  cohort: YearCohort;
  lane: number;
}

/** Room for what is said beside a bar, and above a window, in points. */
const BESIDE = 84;
const ABOVE = 64;
/** A bar is at least so wide; a letter of its name is about so wide, and its edges take so much. */
const NARROWEST = 40;
const LETTER = 7.5;
const EDGES = 20;

/** Where a cohort's bar stands, and whether its name stands beside it, since it has no room for it. */
export function barOf(
  { name, starts, ends }: Pick<YearCohort, "name" | "starts" | "ends">,
  x: (date: LocalDate) => number,
): { from: number; width: number; namedBeside: boolean } {
  const from = x(read(starts));
  const width = Math.max(NARROWEST, x(addDays(read(ends), 1)) - from);
  return { from, width, namedBeside: name.length * LETTER + EDGES > width };
}

/** The longest name that is said beside a bar. */
const MOST_BESIDE = 24;
export const besideOf = (name: string): string =>
  name.length > MOST_BESIDE ? `${name.slice(0, MOST_BESIDE - 1)}…` : name;

/**
 * Cohorts in as few lanes as have room for them: bars beside bars, and windows, which stand below the bars, beside
 * windows. A lane is filled from the left.
 */
export function lanesOf(cohorts: readonly YearCohort[], x: (date: LocalDate) => number): Placed[] {
  const lanes: { bar: number; window: number }[] = [];
  const end = (date: string) => x(addDays(read(date), 1));
  return [...cohorts]
    .sort((a, b) => (first(a) < first(b) ? -1 : 1))
    .map((cohort) => {
      const { window } = cohort;
      const { from: bar, width, namedBeside } = barOf(cohort, x);
      const said = namedBeside ? besideOf(cohort.name).length * LETTER : 0;
      const from = window ? x(read(window.opens)) : Number.POSITIVE_INFINITY;
      const found = lanes.findIndex((lane) => lane.bar <= bar && lane.window <= from);
      const lane = found < 0 ? lanes.length : found;
      lanes[lane] = {
        bar: bar + width + BESIDE + said,
        window: window ? Math.max(end(window.closes), from + ABOVE) : (lanes[lane]?.window ?? 0),
      };
      return { cohort, lane };
    });
}

const first = ({ window, starts }: YearCohort) =>
  window && window.opens < starts ? window.opens : starts;

/** Two cohorts at once that somebody leads, in sentences. */
export function leadsTwo(courses: readonly YearCourse[]): string[] {
  const led = courses.flatMap((course) =>
    course.cohorts.flatMap((cohort) => cohort.leaders.map((who) => ({ who, cohort, course }))),
  );
  const found: string[] = [];
  for (const [i, one] of led.entries())
    for (const other of led.slice(i + 1)) {
      const starts =
        one.cohort.starts > other.cohort.starts ? one.cohort.starts : other.cohort.starts;
      const ends = one.cohort.ends < other.cohort.ends ? one.cohort.ends : other.cohort.ends;
      if (one.who !== other.who || one.cohort.id === other.cohort.id || starts > ends) continue;
      found.push(
        `${one.who} leads ${one.cohort.name} (${one.course.title}) and ${other.cohort.name} (${other.course.title}) at once: ${sayWrittenDate(starts)} to ${sayWrittenDate(ends)}.`,
      );
    }
  return found;
}

export interface Dated {
  date: string;
  says: string;
  course: YearCourse;
  cohort: YearCohort | null;
}

/** All that begins and ends in a span, by day: the year as a list. */
export function byDay(courses: readonly YearCourse[], span: Span): Dated[] {
  const [from, through] = [formatDate(span.from), formatDate(span.through)];
  const dated: Dated[] = [];
  for (const course of courses) {
    for (const cohort of course.cohorts) {
      const put = (date: string, says: string) => dated.push({ date, says, course, cohort });
      const { name, window, starts, ends } = cohort;
      if (window) {
        put(window.opens, `Enrolling into ${name} begins`);
        put(window.closes, `Enrolling into ${name} ends`);
      }
      put(starts, `${name} begins`);
      put(ends, `${name} ends`);
    }
    for (const { title, window } of course.sales) {
      dated.push({ date: window.opens, says: `“${title}” goes on sale`, course, cohort: null });
      dated.push({
        date: window.closes,
        says: `“${title}” is sold no longer`,
        course,
        cohort: null,
      });
    }
  }
  return dated
    .filter(({ date }) => date >= from && date <= through)
    .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0));
}

/** "9 of 16", "7 people", "full, 3 wait". */
export function saySeats({ people, seats, waiting }: YearCohort): string {
  if (waiting > 0) return `waitlist ${waiting}`;
  return seats === null
    ? people === 1
      ? "1 person"
      : `${people} people`
    : `${people} of ${seats}`;
}

/** A bar, to whoever hears it. */
export const sayCohortBar = (course: string, cohort: YearCohort) =>
  `${cohort.name}, ${course}: ${sayWrittenDate(cohort.starts)} to ${sayWrittenDate(cohort.ends)}, ${saySeats(cohort)}`;

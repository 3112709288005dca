/** From instants to places on the horizon and back, and which days get a line and a label. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { sayMonth, sayShortDate } from "@dawngate/core/schedule/words";
import {
  addDays,
  addMonths,
  DAY,
  dateOf,
  type Instant,
  type LocalDate,
  localDateAt,
  parseInstant,
  startOfDay,
  yearMonthDay,
  type Zone,
} from "@dawngate/core/time";

export interface Range {
  from: Instant;
  to: Instant;
}

export interface Tick {
  instant: Instant;
  label: string;
}

/** An instant in writing, as a number; null where there is none. */
export function read(text: string | null): Instant | null {
  if (text === null) return null;
  const parsed = parseInstant(text);
  return parsed.ok ? parsed.value : null;
}

/**
 * The time to show: from enrolling to the last opening, due date or closing of an item, with the instant one
 * looks at; to the end of access where that is not far off. At least two weeks, with some air at both ends.
 */
export function rangeOf(timeline: TimelineAnswer): Range {
  const { access, items } = timeline;
  const at = read(timeline.at) as Instant;
  const begins = [read(timeline.enrolledAt), read(access.from), at];
  const ends = [at, read(access.from)];
  for (const item of items) {
    ends.push(read(item.opens), read(item.notBefore), read(item.due));
    if (item.closes !== access.until) ends.push(read(item.closes));
  }
  const known = (list: (Instant | null)[]) => list.filter((instant) => instant !== null);
  const from = Math.min(...known(begins));
  let to = Math.max(...known(ends), from + 14 * DAY);
  const until = read(access.until);
  if (until !== null && until > to && until - from < (to - from) * 3 + 14 * DAY) to = until;
  const air = (to - from) * 0.06;
  return { from: (from - air) as Instant, to: (to + air * 1.5) as Instant };
}

/** The time to show for several at once: all of each. */
export function rangeOfAll(timelines: readonly TimelineAnswer[]): Range {
  const ranges = timelines.map(rangeOf);
  return {
    from: Math.min(...ranges.map(({ from }) => from)) as Instant,
    to: Math.max(...ranges.map(({ to }) => to)) as Instant,
  };
}

export interface Scale {
  range: Range;
  width: number;
  /** The place of an instant, kept within a little of the picture's edges. */
  x(instant: Instant): number;
  /** The instant at a place. */
  instantAt(x: number): Instant;
}

export function scaleOf(range: Range, width: number): Scale {
  const span = range.to - range.from;
  return {
    range,
    width,
    x: (instant) => {
      const x = ((instant - range.from) / span) * width;
      return Math.min(Math.max(x, -24), width + 24);
    },
    instantAt: (x) =>
      Math.round(range.from + (Math.min(Math.max(x, 0), width) / width) * span) as Instant,
  };
}

/** Steps between lines, from fine to coarse: days, weeks from Monday, months from the first. */
const STEPS: { days?: number; months?: number }[] = [
  { days: 1 },
  { days: 2 },
  { days: 7 },
  { days: 14 },
  { months: 1 },
  { months: 3 },
  { months: 6 },
  { months: 12 },
  { months: 60 },
  { months: 240 },
];

/** The days to mark, so that labels stand at least `apart` from each other. */
export function ticksOf({ range, width }: Scale, zone: Zone, apart = 76): Tick[] {
  const days = (range.to - range.from) / DAY;
  const step =
    STEPS.find((s) => (width / days) * (s.days ?? (s.months ?? 1) * 30) >= apart) ?? STEPS.at(-1);
  const ticks: Tick[] = [];
  let date = firstTick(localDateAt(zone, range.from), step ?? {});
  while (ticks.length < 500) {
    const instant = startOfDay(zone, date);
    if (instant > range.to) break;
    if (instant >= range.from)
      ticks.push({ instant, label: step?.months ? sayMonth(date) : sayShortDate(date) });
    date = step?.months ? addMonths(date, step.months) : addDays(date, step?.days ?? 1);
  }
  return ticks;
}

/** On or before a date: a Monday for steps of days, the first of a month for steps of months. */
function firstTick(date: LocalDate, step: { days?: number; months?: number }): LocalDate {
  const { year, month } = yearMonthDay(date);
  if (step.months) return dateOf(year, month - ((month - 1) % Math.min(step.months, 12)), 1);
  if (step.days === 1) return date;
  // 1970-01-05 was a Monday.
  const every = Math.max(step.days ?? 1, 7);
  return (date - ((((date - 4) % every) + every) % every)) as LocalDate;
}

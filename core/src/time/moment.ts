/** A moment: an anchor, plus an offset, plus an alignment (calculations.md 2, whose step numbers stand here). */
import { type Alignment, firstAllowed, type SchoolCalendar } from "./calendar";
import { addDays } from "./civil";
import { clampInstant } from "./limits";
import { addToDate, isNegative, isZero, type Offset } from "./offset";
import type { Span } from "./span";
import type { Anchor, MomentStep, TimeSource } from "./steps";
import { formatTimeOfDay } from "./time-of-day";
import { DAY, type Instant, type LocalDate, type TimeOfDay } from "./types";
import { instantAt, localDateAt, offsetAt, startOfDay, timeOfDayAt, type Zone } from "./zone";

/** A moment, read and ready to be worked out for anybody. */
export interface Moment {
  anchor: Anchor;
  offset: Offset | null;
  /** The offset as written, for the why. */
  add: string | null;
  at: TimeOfDay | null;
  alignment: Alignment | null;
  /** The result is the start of the local day after the date. */
  dayEnd: boolean;
  /** Null: the course's clock. */
  zone: "school" | "enrollee" | Zone | null;
}

/** What an anchor stands for, for one enrollee: an instant, or a date (whose end counts, for `cohort-end`). */
export type AnchorValue =
  | { kind: "instant"; instant: Instant }
  | { kind: "date"; date: LocalDate; atEnd: boolean };

/** What surrounds a moment while it is worked out. */
export interface MomentSetting {
  zone: Zone;
  calendar: SchoolCalendar;
  /** What holds in gates only: the course's release hour and its way of counting. Null elsewhere. */
  gate: { releaseHour: TimeOfDay | null; fullDays: boolean } | null;
  /** The pauses that stop the count, in order; empty where they do not (validity has its own rule). */
  pauses: readonly Span[];
}

/** An instant, with how it came about. Null where the alignment allows no day in ten years. */
export interface MomentResult {
  instant: Instant | null;
  steps: MomentStep[];
}

/** Works a moment out from its anchor's value. Pure: the same arguments always give the same result. */
export function workOutMoment(
  moment: Moment,
  value: AnchorValue,
  setting: MomentSetting,
): MomentResult {
  const { zone } = setting;
  const date = value.kind === "instant" ? localDateAt(zone, value.instant) : value.date;
  const steps: MomentStep[] = [
    {
      kind: "anchor",
      anchor: moment.anchor,
      instant: value.kind === "instant" ? value.instant : null,
      date,
      zone: zone.id,
    },
  ];
  const aligned = moment.at !== null || moment.alignment !== null || moment.dayEnd;
  const { offset } = moment;
  if (value.kind === "instant" && offset === null && !aligned)
    return { instant: value.instant, steps };
  if (offset?.kind === "time") return afterElapsed(moment, offset.ms, value, setting, steps);
  if (value.kind === "date" && value.atEnd && !aligned && (offset === null || isZero(offset))) {
    const instant = startOfDay(zone, addDays(value.date, 1));
    steps.push({ kind: "day-end", date: value.date, instant });
    return { instant, steps };
  }
  return afterDays(moment, date, value, setting, steps);
}

/** Step 2, with step 9's exact lengths. */
function afterElapsed(
  moment: Moment,
  ms: number,
  value: AnchorValue,
  { zone, pauses }: MomentSetting,
  steps: MomentStep[],
): MomentResult {
  const anchor =
    value.kind === "instant"
      ? value.instant
      : startOfDay(zone, value.atEnd ? addDays(value.date, 1) : value.date);
  let instant = clampInstant(anchor + ms);
  steps.push({ kind: "offset", add: moment.add ?? "", date: null, instant });
  if (value.kind === "instant")
    for (const pause of pauses) {
      if (pause.begins >= instant || pause.ends <= anchor) continue;
      instant = clampInstant(instant + pause.ends - Math.max(pause.begins, anchor));
      steps.push({ ...pauseStep(pause), days: null, date: null, instant });
    }
  return { instant, steps };
}

/** One way through steps 3 to 8, before and after each pause. */
interface Steps {
  /** The date before alignment. */
  date: LocalDate;
  allowed: LocalDate;
  timed: Instant;
  full: { date: LocalDate; instant: Instant } | null;
  instant: Instant;
}

/** Steps 3 to 9 for offsets in days and for none. */
function afterDays(
  moment: Moment,
  anchorDate: LocalDate,
  value: AnchorValue,
  setting: MomentSetting,
  steps: MomentStep[],
): MomentResult {
  const { zone, pauses } = setting;
  const offset = moment.offset?.kind === "date" ? moment.offset : null;
  const start = offset ? addToDate(anchorDate, offset) : anchorDate;
  if (offset) steps.push({ kind: "offset", add: moment.add ?? "", date: start, instant: null });
  const time = timeFor(moment, value, setting);
  let course = follow(moment, start, time.at, value, setting);
  if (value.kind === "instant") {
    let paused = 0;
    for (const pause of pauses) {
      if (!course) break;
      if (pause.begins >= course.instant || pause.ends <= value.instant) continue;
      const from = Math.max(pause.begins, value.instant) as Instant;
      const days = localDateAt(zone, pause.ends) - localDateAt(zone, from);
      paused += days;
      const date = addDays(start, paused);
      steps.push({ ...pauseStep(pause), days, date, instant: null });
      if (days !== 0) course = follow(moment, date, time.at, value, setting);
    }
  }
  if (!course) return { instant: null, steps };
  explain(moment, course, time, setting, steps);
  return { instant: course.instant, steps };
}

function pauseStep(pause: Span) {
  return { kind: "pause" as const, begins: pause.begins, ends: pause.ends };
}

/** Step 3: which time of day counts, and where it comes from. */
function timeFor(
  moment: Moment,
  value: AnchorValue,
  { zone, gate }: MomentSetting,
): { at: TimeOfDay; source: TimeSource } {
  if (moment.at !== null) return { at: moment.at, source: "at" };
  if (gate && gate.releaseHour !== null) return { at: gate.releaseHour, source: "release-hour" };
  if (value.kind === "instant") return { at: timeOfDayAt(zone, value.instant), source: "anchor" };
  return { at: 0 as TimeOfDay, source: "midnight" };
}

/** Steps 4 to 8 from a date. Null where no day is allowed. */
function follow(
  moment: Moment,
  date: LocalDate,
  at: TimeOfDay,
  value: AnchorValue,
  { zone, calendar, gate }: MomentSetting,
): Steps | null {
  const next = (from: LocalDate) =>
    moment.alignment ? firstAllowed(from, moment.alignment, calendar) : from;
  const allowed = next(date);
  if (allowed === null) return null;
  if (moment.dayEnd) {
    const instant = startOfDay(zone, addDays(allowed, 1));
    return { date, allowed, timed: instant, full: null, instant };
  }
  const timed = instantAt(zone, allowed, at);
  const counts = value.kind === "instant" && (moment.offset === null || !isNegative(moment.offset));
  let instant = timed;
  let full: Steps["full"] = null;
  if (counts && gate?.fullDays) {
    const least = instantAt(zone, date, timeOfDayAt(zone, value.instant));
    let day: LocalDate | null = allowed;
    while (day !== null && instant < least) {
      const later: LocalDate = addDays(day, 1);
      if (later === day) break; // the last day there is
      day = next(later);
      if (day === null) return null;
      instant = instantAt(zone, day, at);
      full = { date: day, instant };
    }
  }
  if (counts && instant < value.instant) instant = value.instant;
  return { date, allowed, timed, full, instant };
}

/** Writes down the course that was followed, in the order of the rules. */
function explain(
  moment: Moment,
  course: Steps,
  time: { at: TimeOfDay; source: TimeSource },
  { zone, calendar }: MomentSetting,
  steps: MomentStep[],
): void {
  if (moment.alignment && course.allowed !== course.date) {
    const { weekdays, workdays } = moment.alignment;
    steps.push({
      kind: "aligned",
      weekdays: [1, 2, 3, 4, 5, 6, 7].filter((day) => weekdays & (1 << day)),
      workdays,
      skipped: workdays ? skippedDays(course.date, course.allowed, weekdays, calendar) : [],
      date: course.allowed,
    });
  }
  if (moment.dayEnd) {
    steps.push({ kind: "day-end", date: course.allowed, instant: course.instant });
    return;
  }
  const at = formatTimeOfDay(time.at);
  steps.push({ kind: "time", at, source: time.source, instant: course.timed });
  const change = clockChange(zone, course.timed, course.allowed, time.at);
  if (change) steps.push({ kind: "clock-change", change, at, instant: course.timed });
  if (course.full) steps.push({ kind: "full-days", ...course.full });
  const before = course.full?.instant ?? course.timed;
  if (before !== course.instant) steps.push({ kind: "not-before-anchor", instant: course.instant });
}

/** The days that only the school calendar kept a moment from landing on; at most a month of them. */
function skippedDays(
  from: LocalDate,
  to: LocalDate,
  weekdays: number,
  calendar: SchoolCalendar,
): LocalDate[] {
  const days: LocalDate[] = [];
  for (let day = from; day < to && days.length < 31; day = addDays(day, 1)) {
    const wanted = firstAllowed(day, { weekdays, workdays: false }, calendar) === day;
    if (wanted) days.push(day);
  }
  return days;
}

/** Whether a local time fell into a clock change. */
function clockChange(
  zone: Zone,
  instant: Instant,
  date: LocalDate,
  at: TimeOfDay,
): "skipped" | "repeated" | null {
  const local = date * DAY + at;
  const offset = offsetAt(zone, instant);
  if (instant + offset !== local) return "skipped";
  const later = offsetAt(zone, instant + DAY);
  return later < offset && offsetAt(zone, local - later) === later ? "repeated" : null;
}

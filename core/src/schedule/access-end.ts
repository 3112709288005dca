/** When access ends: the earliest end, then what pauses, extensions, renewals and revocations did to it. */
import {
  type Anchor,
  addDays,
  addToDate,
  clampInstant,
  type DateOffset,
  type Instant,
  instantAt,
  type LocalDate,
  localDateAt,
  type Offset,
  parseOffset,
  type Span,
  startOfDay,
  timeOfDayAt,
  type Zone,
} from "../time";
import { addAnchor, type Enrollee, momentFor } from "./enrollee";
import type { EndEvent } from "./history";
import { type PreparedCourse, readDate } from "./prepare";
import type { EndSource, EndStep } from "./steps";

export interface AccessEnd {
  until: Instant | null;
  waitsFor: Anchor[];
  why: EndStep[];
}

/** An end as it stands: where it counts from decides whether a pause moves it. */
interface End {
  instant: Instant;
  /** Null once an extension has made it *the* end. */
  source: EndSource | null;
  /** The instant it counts from; null for the end of a date, a cohort or a paid period. */
  counted: Instant | null;
}

/** Works out the end of access. Needs the openings, since validity may count from one. */
export function accessEnd(enrollee: Enrollee): AccessEnd {
  const why: EndStep[] = [];
  const waitsFor: Anchor[] = [];
  let ends = candidates(enrollee, why, waitsFor);
  for (const change of changes(enrollee))
    ends =
      change.kind === "pause"
        ? pauseEnds(ends, change.pause, enrollee.clock, why)
        : applyEvent(ends, change.at, change.event, enrollee.clock, why);
  let until = earliest(ends)?.instant ?? null;
  const { revoked } = enrollee.history;
  if (revoked !== null && (until === null || revoked < until)) {
    until = revoked;
    why.push({ kind: "revoked", instant: revoked });
  }
  why.push({ kind: "ends", instant: until });
  return { until, waitsFor, why };
}

/** The ends that validity, cohort and paid period give by themselves. */
function candidates(enrollee: Enrollee, why: EndStep[], waitsFor: Anchor[]): End[] {
  const ends: End[] = [];
  const add = (source: EndSource, instant: Instant, counted: Instant | null) => {
    ends.push({ source, instant, counted });
  };
  for (const moment of enrollee.validity) {
    const result = momentFor(enrollee, moment, "validity", null);
    why.push({ kind: "end", source: "validity", instant: result.instant, moment: result });
    if (result.waitsFor) addAnchor(waitsFor, result.waitsFor);
    if (result.instant === null) continue;
    const anchor = result.steps[0];
    add("validity", result.instant, anchor?.kind === "anchor" ? anchor.instant : null);
  }
  const byCohort = cohortEnd(enrollee.course, enrollee.clock);
  if (byCohort !== null) {
    const instant = byCohort;
    why.push({ kind: "end", source: "cohort-end", instant, moment: null });
    add("cohort-end", instant, null);
  }
  if (enrollee.paidThrough !== null) {
    const instant = paidEnd(readDate(enrollee.paidThrough), enrollee.grace, enrollee.clock);
    why.push({ kind: "end", source: "paid-through", instant, moment: null });
    add("paid-through", instant, null);
  }
  return ends;
}

/** The end of the cohort's end date and its grace, or null where that does not end access. */
export function cohortEnd({ cohort }: PreparedCourse, clock: Zone): Instant | null {
  if (!cohort || cohort.grace === null) return null;
  return startOfDay(clock, addDays(cohort.ends, cohort.grace + 1));
}

/** The end of the last paid day and its grace. */
export function paidEnd(through: LocalDate, grace: number, clock: Zone): Instant {
  return startOfDay(clock, addDays(addDays(through, grace), 1));
}

type EndChange =
  | { kind: "pause"; at: Instant; pause: Span }
  | { kind: "event"; at: Instant; event: EndEvent };

/** Pauses (at their begin) and end events, in the order in which they happen. */
function changes({ history }: Enrollee): EndChange[] {
  const all: EndChange[] = [
    ...history.pauses.map((pause) => ({ kind: "pause" as const, at: pause.begins, pause })),
    ...history.ends.map(({ at, event }) => ({ kind: "event" as const, at, event })),
  ];
  return all.sort((a, b) => a.at - b.at);
}

function pauseEnds(ends: readonly End[], pause: Span, clock: Zone, why: EndStep[]): End[] {
  return ends.map((end) => {
    if (end.counted === null || pause.begins >= end.instant || pause.ends <= end.counted)
      return end;
    const from = Math.max(pause.begins, end.counted) as Instant;
    const days = localDateAt(clock, pause.ends) - localDateAt(clock, from);
    const instant = moveEnd(end.instant, inDays(days), clock);
    why.push({
      kind: "end-paused",
      source: end.source,
      begins: pause.begins,
      ends: pause.ends,
      days,
      instant,
    });
    return { ...end, instant };
  });
}

function applyEvent(
  ends: readonly End[],
  at: Instant,
  event: EndEvent,
  clock: Zone,
  why: EndStep[],
): End[] {
  if (event.type === "end-set") {
    const through = readDate(event.through);
    const instant = startOfDay(clock, addDays(through, 1));
    why.push({ kind: "end-set", at, through, instant });
    return [{ instant, source: null, counted: null }];
  }
  // Where there is no end, there is nothing to extend.
  const end = earliest(ends);
  if (!end) return [];
  const through =
    event.type === "extended" && event.through !== undefined ? readDate(event.through) : null;
  let next: End;
  let late = false;
  if (through !== null) {
    const instant = startOfDay(clock, addDays(through, 1));
    next = instant > end.instant ? { instant, source: null, counted: null } : end;
  } else {
    const offset = readOffset(event.add ?? "P0D");
    const limit =
      event.type === "renewed" ? moveEnd(end.instant, inDays(event.grace), clock) : end.instant;
    late = limit <= at;
    next = late
      ? { instant: endAfter(at, offset, clock), source: null, counted: at }
      : { ...end, instant: moveEnd(end.instant, offset, clock) };
  }
  const { instant } = next;
  why.push({ kind: event.type, at, add: event.add ?? null, through, late, instant });
  return [{ ...next, source: null }];
}

/** The end of the day *instant + offset*; a time offset: exactly. */
export function endAfter(instant: Instant, offset: Offset, clock: Zone): Instant {
  if (offset.kind === "time") return clampInstant(instant + offset.ms);
  return startOfDay(clock, addDays(addToDate(localDateAt(clock, instant), offset), 1));
}

/**
 * An end, moved. Where it stands at the start of a local day, the offset applies to the last included day
 * (last day 30 January + P1M = last day 28 February); otherwise to its date, keeping the time.
 */
export function moveEnd(end: Instant, offset: Offset, clock: Zone): Instant {
  if (offset.kind === "time") return clampInstant(end + offset.ms);
  if (offset.months === 0 && offset.days === 0) return end;
  const date = localDateAt(clock, end);
  if (startOfDay(clock, date) !== end)
    return instantAt(clock, addToDate(date, offset), timeOfDayAt(clock, end));
  const lastDay = localDateAt(clock, (end - 1) as Instant);
  return startOfDay(clock, addDays(addToDate(lastDay, offset), 1));
}

/** So many days, as an offset. */
export function inDays(days: number): DateOffset {
  return { kind: "date", months: 0, days };
}

function earliest(ends: readonly End[]): End | null {
  let first: End | null = null;
  for (const end of ends) if (first === null || end.instant < first.instant) first = end;
  return first;
}

function readOffset(text: string): Offset {
  const parsed = parseOffset(text);
  if (!parsed.ok) throw new TypeError(`This plan was not checked: ${parsed.reason}`);
  return parsed.value;
}

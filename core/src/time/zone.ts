/**
 * Time zones: IANA names, with the rules of the runtime's own `Intl`. Each zone keeps a table of its clock
 * changes, made on first use, so that a look-up costs nanoseconds and not a formatter's call.
 */
import { dateOf } from "./civil";
import { clampInstant } from "./limits";
import { DAY, type Instant, type LocalDate, type TimeOfDay } from "./types";

/** The offsets from UTC within one stretch of time: `offsets[i]` holds from `starts[i]` on. In milliseconds. */
interface Table {
  starts: number[];
  offsets: number[];
}

/** A zone of the tz database. Made by {@link findZone} only. */
export interface Zone {
  readonly id: string;
  /** Tables made so far, by stretch number. */
  readonly tables: Map<number, Table>;
  readonly format: Intl.DateTimeFormat;
}

/** A stretch is 2^35 ms, a little more than a year. */
const STRETCH = 2 ** 35;

/**
 * How densely a stretch is searched for clock changes. Two changes that cancel out within one step would be
 * missed; the nearest pair since 1970 in the tz database is more than two weeks apart, and a test compares
 * with a daily search.
 */
const PROBE_STEP = 6 * DAY;

/** Before this the tz database has nothing but local mean time; 1800-01-01. */
const EARLIEST_PROBE = -5364662400000;

const zones = new Map<string, Zone | null>();
const NAME = /^[A-Za-z][A-Za-z0-9_+-]*(?:\/[A-Za-z0-9_+-]+)*$/;

/** The zone of an IANA name, or null where the runtime knows none. Bare offsets (`+01:00`) are no names. */
export function findZone(id: string): Zone | null {
  const known = zones.get(id);
  if (known !== undefined) return known;
  const zone = id.length <= 64 && NAME.test(id) ? makeZone(id) : null;
  // Foreign names come from outside: what is not a zone is not remembered, so that nobody can fill the memory.
  if (zone) zones.set(id, zone);
  return zone;
}

function makeZone(id: string): Zone | null {
  try {
    const format = new Intl.DateTimeFormat("en-US", {
      timeZone: id,
      calendar: "gregory",
      numberingSystem: "latn",
      hourCycle: "h23",
      year: "numeric",
      month: "2-digit",
      day: "2-digit",
      hour: "2-digit",
      minute: "2-digit",
      second: "2-digit",
    });
    return { id, tables: new Map(), format };
  } catch {
    return null;
  }
}

/** The zone of a name that a border has checked. Throws on any other. */
export function zoneOf(id: string): Zone {
  const zone = findZone(id);
  if (!zone) throw new RangeError(`Unknown time zone "${id}"`);
  return zone;
}

const PARTS = /^(\d+)\/(\d+)\/(\d+), (\d+):(\d+):(\d+)$/;

/** The offset from UTC as the runtime's formatter has it, to the second. The slow way, for the tables. */
function probe(zone: Zone, ms: number): number {
  const t = Math.floor(Math.max(ms, EARLIEST_PROBE) / 1000) * 1000;
  const found = PARTS.exec(zone.format.format(t));
  if (!found) throw new Error(`The runtime writes dates of ${zone.id} in an unknown way`);
  const [month, day, year, hour, minute, second] = found.slice(1).map(Number) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  return dateOf(year, month, day) * DAY + ((hour * 60 + minute) * 60 + second) * 1000 - t;
}

/** The whole second at which the offset stops being `offset`, known to lie after `low` and up to `high`. */
function firstChange(zone: Zone, low: number, high: number, offset: number): number {
  let before = Math.floor(low / 1000);
  let after = Math.floor(high / 1000);
  while (after - before > 1) {
    const middle = Math.floor((before + after) / 2);
    if (probe(zone, middle * 1000) === offset) before = middle;
    else after = middle;
  }
  return after * 1000;
}

function makeTable(zone: Zone, number: number): Table {
  const begin = number * STRETCH;
  const end = begin + STRETCH;
  const starts = [begin];
  let offset = probe(zone, begin);
  const offsets = [offset];
  for (let at = begin; at < end; at += PROBE_STEP) {
    const next = Math.min(at + PROBE_STEP, end);
    // A step may hold several changes: each is found in turn, from the left.
    for (let low = at; probe(zone, next) !== offset; ) {
      const change = firstChange(zone, low, next, offset);
      offset = probe(zone, change);
      if (change < end) {
        starts.push(change);
        offsets.push(offset);
      }
      low = change;
    }
  }
  return { starts, offsets };
}

function tableAt(zone: Zone, ms: number): Table {
  const number = Math.floor(ms / STRETCH);
  let table = zone.tables.get(number);
  if (!table) {
    table = makeTable(zone, number);
    zone.tables.set(number, table);
  }
  return table;
}

/** How far local time is ahead of UTC at an instant, in milliseconds (whole seconds). */
export function offsetAt(zone: Zone, instant: number): number {
  const { starts, offsets } = tableAt(zone, instant);
  let i = starts.length - 1;
  while (i > 0 && instant < (starts[i] as number)) i--;
  return offsets[i] as number;
}

/** The local date at an instant. */
export function localDateAt(zone: Zone, instant: Instant): LocalDate {
  return Math.floor((instant + offsetAt(zone, instant)) / DAY) as LocalDate;
}

/** The local time of day at an instant. */
export function timeOfDayAt(zone: Zone, instant: Instant): TimeOfDay {
  const local = instant + offsetAt(zone, instant);
  return (local - Math.floor(local / DAY) * DAY) as TimeOfDay;
}

/**
 * The instant of a local date and time. A time that does not exist is read with the offset from before the
 * gap, so it lands later; a time that happens twice is the first (RFC 5545 3.3.5).
 */
export function instantAt(zone: Zone, date: LocalDate, time: TimeOfDay): Instant {
  const local = date * DAY + time;
  // Offsets lie within a day of UTC, so these two stand before and after any change that could matter.
  const before = offsetAt(zone, local - DAY);
  const after = offsetAt(zone, local + DAY);
  if (before === after && offsetAt(zone, local - before) === before)
    return clampInstant(local - before);
  const early = local - Math.max(before, after);
  if (early + offsetAt(zone, early) === local) return clampInstant(early);
  const late = local - Math.min(before, after);
  if (late + offsetAt(zone, late) === local) return clampInstant(late);
  return clampInstant(local - before);
}

/**
 * The first instant of a local day: midnight, or, where a clock change skips midnight, the instant of that
 * change; for a day that is skipped whole (Apia, 30 December 2011), the first instant after it.
 */
export function startOfDay(zone: Zone, date: LocalDate): Instant {
  const midnight = instantAt(zone, date, 0 as TimeOfDay);
  if (localDateAt(zone, midnight) === date && timeOfDayAt(zone, midnight) === 0) return midnight;
  return clampInstant(lastChange(zone, midnight));
}

/** The latest clock change at or before an instant, looked for in its stretch and the one before. */
function lastChange(zone: Zone, instant: Instant): number {
  for (const table of [tableAt(zone, instant), tableAt(zone, instant - STRETCH)])
    for (let i = table.starts.length - 1; i > 0; i--)
      if ((table.starts[i] as number) <= instant) return table.starts[i] as number;
  return instant;
}

/** Offsets: ISO 8601 durations, either in calendar units or in exact elapsed time, never both. */
import { addDays, addMonths, shorten } from "./civil";
import { LONGEST_OFFSET_YEARS } from "./limits";
import { HOUR, type LocalDate, MINUTE, ok, type Parsed, refused } from "./types";

/** Years, months, weeks and days: nominal, counted on the calendar (RFC 5545 3.3.6: a day is nominal). */
export interface DateOffset {
  kind: "date";
  /** Years and months together, signed. */
  months: number;
  /** Weeks and days together, signed. */
  days: number;
}

/** Hours and minutes: exact elapsed milliseconds, signed (RFC 5545 3.3.6: an hour is exact). */
export interface TimeOffset {
  kind: "time";
  ms: number;
}

export type Offset = DateOffset | TimeOffset;

const SHAPE = /^([+-]?)P(?:(\d+)Y)?(?:(\d+)M)?(?:(\d+)W)?(?:(\d+)D)?(T(?:(\d+)H)?(?:(\d+)M)?)?$/;

/**
 * Reads an offset: `P7D`, `P1Y2M`, `-P3D`, `PT36H`. Refused: a mix of days and hours, an empty duration,
 * seconds, fractions, and anything longer than {@link LONGEST_OFFSET_YEARS} years.
 */
export function parseOffset(text: string): Parsed<Offset> {
  const found = SHAPE.exec(text);
  if (!found)
    return refused(
      `"${shorten(text)}" is not an offset; write whole numbers as in P7D, P1M, P1Y6M or PT36H`,
    );
  const sign = found[1] === "-" ? -1 : 1;
  const calendar = found.slice(2, 6);
  const clock = [found[7], found[8]];
  const hasCalendar = calendar.some((part) => part !== undefined);
  const hasClock = clock.some((part) => part !== undefined);
  if (hasCalendar && found[6] !== undefined)
    return refused(
      `"${shorten(text)}" mixes calendar units with hours or minutes; use one or the other`,
    );
  if (!hasCalendar && !hasClock)
    return refused(`"${shorten(text)}" holds no amount; write P0D for none`);
  const [years, months, weeks, days] = calendar.map((part) => Number(part ?? 0)) as [
    number,
    number,
    number,
    number,
  ];
  const [hours, minutes] = clock.map((part) => Number(part ?? 0)) as [number, number];
  const inYears = years + months / 12 + (weeks * 7 + days) / 366 + (hours + minutes / 60) / 8784;
  if (inYears > LONGEST_OFFSET_YEARS)
    return refused(
      `"${shorten(text)}" is longer than ${LONGEST_OFFSET_YEARS} years; leave the end out for "for ever"`,
    );
  if (hasClock) return ok({ kind: "time", ms: signed(sign, hours * HOUR + minutes * MINUTE) });
  return ok({
    kind: "date",
    months: signed(sign, years * 12 + months),
    days: signed(sign, weeks * 7 + days),
  });
}

/** Never -0, which would make two equal offsets differ. */
function signed(sign: number, amount: number): number {
  return amount === 0 ? 0 : sign * amount;
}

/** Whether the offset goes back in time. Zero does not, whatever its sign. */
export function isNegative(offset: Offset): boolean {
  return offset.kind === "time" ? offset.ms < 0 : offset.months < 0 || offset.days < 0;
}

/** Whether a date offset adds nothing. */
export function isZero(offset: DateOffset): boolean {
  return offset.months === 0 && offset.days === 0;
}

/** A date moved by a date offset: years and months first, then weeks and days (ISO 8601 order). */
export function addToDate(date: LocalDate, offset: DateOffset): LocalDate {
  return addDays(addMonths(date, offset.months), offset.days);
}

/**
 * The k-th date of a series: *first + k x step*, never *previous + step*
 * (31 January, 28 February, **31** March). Common practice.
 */
export function seriesDate(first: LocalDate, step: DateOffset, k: number): LocalDate {
  return addToDate(first, { kind: "date", months: step.months * k, days: step.days * k });
}

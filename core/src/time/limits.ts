/**
 * How far time reaches. Plans are promised to hold for 1970 to 2100; input is accepted a good deal wider,
 * and sums saturate at the ends instead of failing.
 */
import type { Instant, LocalDate } from "./types";

/** Years that a date or an instant in the input may have, both included. */
export const FIRST_YEAR = 1900;
export const LAST_YEAR = 2999;

/** The longest offset accepted, in years (and its equivalent in smaller units). */
export const LONGEST_OFFSET_YEARS = 1000;

/** 0001-01-01 and 9999-12-31: no sum leaves this range, so every result has a four-digit year. */
export const EARLIEST_DATE = -719162 as LocalDate;
export const LATEST_DATE = 2932896 as LocalDate;

const EARLIEST = -62135596800000 as Instant;
const LATEST = 253402300799000 as Instant;

/** The nearest date within the range. */
export function clampDate(day: number): LocalDate {
  return Math.min(Math.max(day, EARLIEST_DATE), LATEST_DATE) as LocalDate;
}

/** The nearest instant within the range. */
export function clampInstant(ms: number): Instant {
  return Math.min(Math.max(ms, EARLIEST), LATEST) as Instant;
}

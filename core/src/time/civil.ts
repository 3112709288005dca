/** Civil dates: the proleptic Gregorian calendar as whole-number arithmetic, with no zone in sight. */
import { clampDate, FIRST_YEAR, LAST_YEAR } from "./limits";
import { type LocalDate, ok, type Parsed, refused, type Weekday } from "./types";

export interface YearMonthDay {
  year: number;
  /** 1 to 12. */
  month: number;
  /** 1 to 31. */
  day: number;
}

/**
 * The date of a year, month and day that exist. Counts in 400-year eras of 146,097 days, the year taken to
 * begin in March so that the leap day comes last (common practice for Gregorian day numbers).
 */
export function dateOf(year: number, month: number, day: number): LocalDate {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  const dayOfEra =
    yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return (era * 146097 + dayOfEra - 719468) as LocalDate;
}

/** The year, month and day of a date: the inverse of {@link dateOf}. */
export function yearMonthDay(date: LocalDate): YearMonthDay {
  const z = date + 719468;
  const era = Math.floor(z / 146097);
  const dayOfEra = z - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra -
      Math.floor(dayOfEra / 1460) +
      Math.floor(dayOfEra / 36524) -
      Math.floor(dayOfEra / 146096)) /
      365,
  );
  const dayOfYear =
    dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shifted = Math.floor((5 * dayOfYear + 2) / 153);
  const day = dayOfYear - Math.floor((153 * shifted + 2) / 5) + 1;
  const month = shifted < 10 ? shifted + 3 : shifted - 9;
  return { year: yearOfEra + era * 400 + (month <= 2 ? 1 : 0), month, day };
}

/** How many days a month has, leap years as in ISO 8601. */
export function daysInMonth(year: number, month: number): number {
  if (month === 2) return (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0 ? 29 : 28;
  return month === 4 || month === 6 || month === 9 || month === 11 ? 30 : 31;
}

/** ISO 8601 weekday, Monday = 1. Day 0 (1970-01-01) was a Thursday. */
export function weekdayOf(date: LocalDate): Weekday {
  return (((((date + 3) % 7) + 7) % 7) + 1) as Weekday;
}

/** A number of days later (or earlier), kept within the range of dates. */
export function addDays(date: LocalDate, days: number): LocalDate {
  return clampDate(date + days);
}

/**
 * A number of months later (or earlier); where the month is too short, its last day
 * (31 January + 1 month = 28 or 29 February): Temporal's `constrain`, PostgreSQL's `interval`.
 */
export function addMonths(date: LocalDate, months: number): LocalDate {
  if (months === 0) return date;
  const { year, month, day } = yearMonthDay(date);
  const count = year * 12 + (month - 1) + months;
  const y = Math.floor(count / 12);
  const m = count - y * 12 + 1;
  return clampDate(dateOf(y, m, Math.min(day, daysInMonth(y, m))));
}

/** Reads `2027-03-05` (ISO 8601 extended calendar date), refusing days that do not exist. */
export function parseDate(text: string): Parsed<LocalDate> {
  const found = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (!found) return refused(`"${shorten(text)}" is not a date; write it as 2027-03-05`);
  const [year, month, day] = [Number(found[1]), Number(found[2]), Number(found[3])];
  if (month < 1 || month > 12) return refused(`${text} does not exist: months run from 01 to 12`);
  const last = daysInMonth(year, month);
  if (day < 1 || day > last) return refused(`${text} does not exist: that month has ${last} days`);
  if (year < FIRST_YEAR || year > LAST_YEAR)
    return refused(`${text} is outside the years ${FIRST_YEAR} to ${LAST_YEAR}`);
  return ok(dateOf(year, month, day));
}

/** Writes a date as `2027-03-05`. */
export function formatDate(date: LocalDate): string {
  const { year, month, day } = yearMonthDay(date);
  return `${String(year).padStart(4, "0")}-${pad2(month)}-${pad2(day)}`;
}

/** Two digits. */
export function pad2(n: number): string {
  return n < 10 ? `0${n}` : String(n);
}

/** A foreign text, cut so that a message stays readable. */
export function shorten(text: string): string {
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

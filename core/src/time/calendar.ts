/** The school calendar, and the search for the first day that an alignment allows. */
import { addDays, weekdayOf } from "./civil";
import type { LocalDate, Weekday } from "./types";

/** Weekend days and closed dates of a school. */
export interface SchoolCalendar {
  /** Bit n is set where ISO weekday n is a weekend day. */
  weekend: number;
  closed: ReadonlySet<LocalDate>;
}

/** Which days a moment may land on. */
export interface Alignment {
  /** Bit n is set where ISO weekday n is allowed; 0 allows every weekday. */
  weekdays: number;
  /** Skip the school calendar's weekend days and closed dates. */
  workdays: boolean;
}

/** Ten years: an alignment that allows no day for so long is refused by the plan's schema. */
export const LONGEST_SEARCH = 3653;

/** ISO weekdays as bits. */
export function weekdayBits(days: readonly Weekday[]): number {
  let bits = 0;
  for (const day of days) bits |= 1 << day;
  return bits;
}

/** Whether an alignment allows a day. */
export function isAllowed(
  date: LocalDate,
  alignment: Alignment,
  calendar: SchoolCalendar,
): boolean {
  const bit = 1 << weekdayOf(date);
  if (alignment.weekdays !== 0 && (alignment.weekdays & bit) === 0) return false;
  return !alignment.workdays || ((calendar.weekend & bit) === 0 && !calendar.closed.has(date));
}

/** The first allowed day on or after `date`, or null where ten years hold none. */
export function firstAllowed(
  date: LocalDate,
  alignment: Alignment,
  calendar: SchoolCalendar,
): LocalDate | null {
  if (alignment.weekdays === 0 && !alignment.workdays) return date;
  for (let days = 0; days <= LONGEST_SEARCH; days++) {
    const candidate = addDays(date, days);
    if (isAllowed(candidate, alignment, calendar)) return candidate;
  }
  return null;
}

/**
 * Whether there is a stretch of ten years in which an alignment allows no day. Only closed dates can make
 * one where some weekday is free at all, so only the stretches of closed dates are looked at.
 */
export function canStarve(alignment: Alignment, calendar: SchoolCalendar): boolean {
  if (!alignment.workdays) return false;
  const wanted = alignment.weekdays === 0 ? 0b11111110 : alignment.weekdays;
  if ((wanted & ~calendar.weekend) === 0) return true;
  // Fewer closed dates than ten years have weeks cannot shut even a single weekday for so long.
  if (calendar.closed.size < LONGEST_SEARCH / 7 - 1) return false;
  let last: LocalDate | null = null;
  for (const date of [...calendar.closed].sort((a, b) => a - b)) {
    if (last !== null && date <= last) continue;
    let end = date;
    while (!isAllowed(end, alignment, calendar) && end - date <= LONGEST_SEARCH)
      end = addDays(end, 1);
    if (end - date > LONGEST_SEARCH) return true;
    last = end;
  }
  return false;
}

/** How far off a day is, in words: "today", "tomorrow", "in 6 days", "in 6 weeks". */
import { DAY, HOUR, type Instant, localDateAt, type Zone } from "../../time";

/** Days are said up to three weeks, weeks up to twelve, then months (of 30.4 days, the calendar's mean). */
const MONTH = 365.2425 / 12;

/** Counted in calendar days of the zone. What is past is "today" or so many days "ago". */
export function sayAway(from: Instant, to: Instant, zone: Zone): string {
  const days = localDateAt(zone, to) - localDateAt(zone, from);
  if (days === 0) return "today";
  if (days === 1) return "tomorrow";
  if (days === -1) return "yesterday";
  const off = Math.abs(days);
  const [number, unit] =
    off < 21
      ? [off, "days"]
      : off < 84
        ? [Math.round(off / 7), "weeks"]
        : [Math.round(off / MONTH), "months"];
  return days > 0 ? `in ${number} ${unit}` : `${number} ${unit} ago`;
}

/**
 * How far something moves: whole days where a clock change at most lies between, else hours.
 *
 * @param ms how many milliseconds later; below zero: earlier
 * @example sayLater(14 * DAY) // "14 days later"
 */
export function sayLater(ms: number): string {
  const days = Math.round(ms / DAY);
  const whole = days !== 0 && Math.abs(ms - days * DAY) <= HOUR;
  const count = whole ? Math.abs(days) : Math.round(Math.abs(ms) / HOUR);
  const unit = whole ? "day" : "hour";
  const far = count === 0 ? "minutes" : `${count} ${unit}${count === 1 ? "" : "s"}`;
  return `${far} ${ms > 0 ? "later" : "earlier"}`;
}

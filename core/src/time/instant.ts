/** Instants at the border: ISO 8601 in UTC, with `Z` (RFC 3339). */
import { dateOf, daysInMonth, formatDate, pad2, shorten } from "./civil";
import { FIRST_YEAR, LAST_YEAR } from "./limits";
import { DAY, type Instant, type LocalDate, MINUTE, ok, type Parsed, refused } from "./types";

const SHAPE = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?Z$/;

/**
 * Reads `2027-03-05T14:20:00Z`; seconds and a fraction down to the millisecond may stand or be left out.
 * An offset other than `Z` is refused, and so is a leap second (`:60`), which no instant here can hold.
 */
export function parseInstant(text: string): Parsed<Instant> {
  const found = SHAPE.exec(text);
  if (!found)
    return refused(`"${shorten(text)}" is not an instant in UTC; write it as 2027-03-05T14:20:00Z`);
  const [year, month, day, hour, minute] = found.slice(1, 6).map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const second = found[6] === undefined ? 0 : Number(found[6]);
  if (month < 1 || month > 12 || day < 1 || day > daysInMonth(year, month))
    return refused(`${text} is on a date that does not exist`);
  if (hour > 23 || minute > 59 || second > 59)
    return refused(`${text} is at a time that does not exist; times run to 23:59:59`);
  if (year < FIRST_YEAR || year > LAST_YEAR)
    return refused(`${text} is outside the years ${FIRST_YEAR} to ${LAST_YEAR}`);
  const fraction = (found[7] ?? "").padEnd(3, "0");
  if (/[1-9]/.test(fraction.slice(3)))
    return refused(`${text} is finer than a millisecond; give at most three decimals`);
  const time = ((hour * 60 + minute) * 60 + second) * 1000 + Number(fraction.slice(0, 3));
  return ok((dateOf(year, month, day) * DAY + time) as Instant);
}

/** Writes an instant as `2027-03-05T14:20:00Z`, with a fraction only where it is not zero. */
export function formatInstant(instant: Instant): string {
  const date = Math.floor(instant / DAY) as LocalDate;
  const time = instant - date * DAY;
  const seconds = Math.floor(time / 1000);
  const fraction = time - seconds * 1000;
  const clock = `${pad2(Math.floor(seconds / 3600))}:${pad2(Math.floor(seconds / 60) % 60)}:${pad2(seconds % 60)}`;
  return `${formatDate(date)}T${clock}${fraction === 0 ? "" : `.${String(fraction).padStart(3, "0")}`}Z`;
}

/**
 * The whole minute at an instant or next after it: what can be said without its seconds and is not too early.
 *
 * @example wholeMinute(instantIn("2027-03-10T12:00:00.001Z")) // 2027-03-10T12:01:00Z
 */
export const wholeMinute = (instant: Instant): Instant =>
  (Math.ceil(instant / MINUTE) * MINUTE) as Instant;

/** Days as people write them: read one by one, or within a gate's sentence. */
import { formatDate, type LocalDate, parseDate, weekdayOf } from "../../time";
import { LONG_DAYS, MONTHS, sayWrittenDate } from "../words/dates";

const MONTH = /(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\.?/i;

/** The ways of writing a day in words, and its weekday before it. */
export const DAY_FORMS = {
  iso: /\d{4}-\d{2}-\d{2}/,
  weekday: /(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?/i,
  dayFirst: new RegExp(`(\\d{1,2})\\.?\\s+${MONTH.source}\\s+(\\d{4})`, "i"),
  monthFirst: new RegExp(`${MONTH.source}\\s+(\\d{1,2}),?\\s+(\\d{4})`, "i"),
} as const;

const two = (text: string) => text.padStart(2, "0");

/** "5 Jan 2027" or "Jan 5, 2027", as one of the forms has found it, as ISO 8601 writes it. */
export function isoOf(found: RegExpExecArray): string {
  const parts = found.slice(1);
  const month = parts.find((part) => /^[a-z]/i.test(part)) ?? "";
  const [day = "", year = ""] = parts.filter((part) => /^\d/.test(part));
  const number = MONTHS.findIndex((name) => name.toLowerCase() === month.slice(0, 3).toLowerCase());
  return `${year}-${two(String(number + 1))}-${two(day)}`;
}

/** Why a weekday that was written does not go with its day; null where it does. */
export function weekdayFault(weekday: string, date: LocalDate): string | null {
  const meant = LONG_DAYS.findIndex(
    (day) => day.slice(0, 3).toLowerCase() === weekday.slice(0, 3).toLowerCase(),
  );
  return weekdayOf(date) === meant + 1 ? null : `That day is ${sayWrittenDate(formatDate(date))}`;
}

export type ReadDay = { ok: true; date: string } | { ok: false; reason: string };

/**
 * Reads a day as it is typed into a field: "2027-03-05", "5 Mar 2027", "Fri 5 March 2027", "Mar 5, 2027", or in figures
 * with the day first, "5.3.2027" and "5/3/2027" (common practice in Europe; in figures alone the month is never first).
 *
 * @example readDay("Fri 5 March 2027") // { ok: true, date: "2027-03-05" }
 */
export function readDay(typed: string): ReadDay {
  const text = typed.trim().slice(0, 60);
  const whole = (pattern: RegExp) => new RegExp(`^(?:${pattern.source})$`, "i").exec(text);
  const led = new RegExp(`^${DAY_FORMS.weekday.source},?\\s+`, "i").exec(text);
  const rest = led ? text.slice(led[0].length) : text;
  const written =
    new RegExp(`^(?:${DAY_FORMS.dayFirst.source})$`, "i").exec(rest) ??
    new RegExp(`^(?:${DAY_FORMS.monthFirst.source})$`, "i").exec(rest);
  const figures = whole(/(\d{1,2})[./](\d{1,2})[./](\d{4})/);
  const iso = written
    ? isoOf(written)
    : figures
      ? `${figures[3]}-${two(figures[2] ?? "")}-${two(figures[1] ?? "")}`
      : whole(DAY_FORMS.iso)
        ? text
        : null;
  if (iso === null)
    return { ok: false, reason: "Write a day as 5 Mar 2027, 5.3.2027 or 2027-03-05" };
  const parsed = parseDate(iso);
  if (!parsed.ok) return { ok: false, reason: parsed.reason };
  const fault = led ? weekdayFault(led[1] ?? "", parsed.value) : null;
  return fault === null ? { ok: true, date: iso } : { ok: false, reason: fault };
}

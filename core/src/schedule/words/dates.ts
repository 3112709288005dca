/** Dates in words people say: "Fri 5 Mar, 07:00", the year where it is not plain which. */
import {
  formatTimeOfDay,
  type Instant,
  type LocalDate,
  localDateAt,
  parseDate,
  parseInstant,
  type TimeOfDay,
  timeOfDayAt,
  weekdayOf,
  yearMonthDay,
  type Zone,
} from "../../time";

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
export const LONG_DAYS = [
  "Monday",
  "Tuesday",
  "Wednesday",
  "Thursday",
  "Friday",
  "Saturday",
  "Sunday",
];
export const MONTHS = [
  "Jan",
  "Feb",
  "Mar",
  "Apr",
  "May",
  "Jun",
  "Jul",
  "Aug",
  "Sep",
  "Oct",
  "Nov",
  "Dec",
];

/** "Fri 5 Mar 2027". */
export function sayDate(date: LocalDate, withYear = true): string {
  const { year, month, day } = yearMonthDay(date);
  return `${DAYS[weekdayOf(date) - 1]} ${day} ${MONTHS[month - 1]}${withYear ? ` ${year}` : ""}`;
}

/** "Fri 5 Mar 2027" of a date in writing. */
export function sayWrittenDate(text: string, withYear = true): string {
  const date = parseDate(text);
  return date.ok ? sayDate(date.value, withYear) : text;
}

/** "07:00" in a zone; what is beyond the minute is left out. */
export function sayTime(instant: Instant, zone: Zone): string {
  return formatTimeOfDay((Math.floor(timeOfDayAt(zone, instant) / 60_000) * 60_000) as TimeOfDay);
}

/** "07:00" in a zone; seconds only where there are some. */
export function sayClock(instant: Instant, zone: Zone): string {
  const time = timeOfDayAt(zone, instant);
  const minutes = (Math.floor(time / 60_000) * 60_000) as TimeOfDay;
  return formatTimeOfDay(time % 60_000 < 1000 ? minutes : time);
}

/** "Fri 5 Mar 2027, 07:00" in a zone. */
export function sayInstant(instant: Instant, zone: Zone, withYear = true): string {
  return `${sayDate(localDateAt(zone, instant), withYear)}, ${sayClock(instant, zone)}`;
}

/** The same of an instant in writing. */
export function sayWrittenInstant(text: string, zone: Zone, withYear = true): string {
  const instant = parseInstant(text);
  return instant.ok ? sayInstant(instant.value, zone, withYear) : text;
}

/** An end, in words: the last day included where it stands at the start of a day, else the instant. */
export function sayEnd(instant: Instant, zone: Zone, withYear = true): string {
  if (timeOfDayAt(zone, instant) !== 0) return sayInstant(instant, zone, withYear);
  return `the end of ${sayDate(localDateAt(zone, (instant - 1) as Instant), withYear)}`;
}

/** "Lisbon", from "Europe/Lisbon". */
export function sayZone(id: string): string {
  return (id.split("/").at(-1) ?? id).replaceAll("_", " ");
}

/** "Monday", or "a Monday or a Thursday"-like lists without the article. */
export function sayWeekdays(days: readonly number[]): string {
  const names = days.map((day) => LONG_DAYS[day - 1] ?? "");
  if (names.length <= 1) return names[0] ?? "";
  return `${names.slice(0, -1).join(", ")} or ${names.at(-1)}`;
}

/** "1 Mar" for axis labels. */
export function sayShortDate(date: LocalDate): string {
  const { month, day } = yearMonthDay(date);
  return `${day} ${MONTHS[month - 1]}`;
}

/** "Mar 2027". */
export function sayMonth(date: LocalDate): string {
  const { year, month } = yearMonthDay(date);
  return `${MONTHS[month - 1]} ${year}`;
}

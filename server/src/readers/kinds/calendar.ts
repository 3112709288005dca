/** Closed days from an iCalendar file (RFC 5545): read and shown, nothing is written. */
import type { CalendarDays } from "@dawngate/contract/school";
import { addDays, formatDate, type LocalDate, parseDate } from "@dawngate/core/time";
import ICAL from "ical.js";
import { refusal } from "../../base/problem";

/** A calendar of public holidays has some dozens; ten thousand would be a diary. */
const DAYS_MOST = 4_000;
/** An event of more days than this is no holiday. */
const DAYS_OF_ONE = 100;
/** Recurrences are followed so many years from the year asked about. */
const YEARS_AHEAD = 5;
/** A calendar of holidays has some hundreds; with more the server would be busy with one file for too long. */
const EVENTS_MOST = 3_000;
/** Steps of all recurrences that are looked at: some begin in the year 1900. */
const STEPS_MOST = 40_000;

/**
 * The days that whole-day events of a calendar cover, from the beginning of the year of `today` on, each once, with the
 * event's name; and what was left out, with its reason.
 */
export function calendar({ text, today }: { text: string; today: LocalDate }): CalendarDays {
  const from = parseYear(today, 0);
  const until = parseYear(today, YEARS_AHEAD);
  const days = new Map<string, string>();
  const leftOut: CalendarDays["leftOut"] = [];
  const steps = { left: STEPS_MOST };
  const skip = (name: string, reason: string) => {
    if (leftOut.length < 100) leftOut.push({ name, reason });
  };
  for (const event of eventsOf(text)) {
    const name = (event.summary ?? "").slice(0, 200) || "without a name";
    const start = event.startDate;
    if (String(event.component.getFirstPropertyValue("status") ?? "").toUpperCase() === "CANCELLED")
      skip(name, "It is cancelled");
    else if (!start) skip(name, "It has no beginning");
    else if (!start.isDate) skip(name, "It has a time of day; a closed day is a whole one");
    else if (event.isRecurrenceException()) {
      // A moved occurrence stands for itself; the event it belongs to leaves it out.
      for (const date of covered(start, event.endDate)) add(days, date, from, until, name);
    } else if (length(start, event.endDate) > DAYS_OF_ONE)
      skip(
        name,
        `It takes ${length(start, event.endDate)} days; more than ${DAYS_OF_ONE} are not taken for one`,
      );
    else
      for (const begin of beginnings(event, from, until, steps))
        for (let i = 0; i < length(start, event.endDate); i++)
          add(days, addDays(begin, i), from, until, name);
    if (days.size > DAYS_MOST)
      throw refusal(
        `This calendar closes more than ${DAYS_MOST.toLocaleString("en")} days. Choose one of holidays only.`,
      );
  }
  return {
    days: [...days]
      .map(([date, name]) => ({ date, name }))
      .sort((a, b) => (a.date < b.date ? -1 : 1)),
    leftOut,
  };
}

function eventsOf(text: string): ICAL.Event[] {
  if (!/^\s*\uFEFF?BEGIN:VCALENDAR/i.test(text))
    throw refusal("This is not an iCalendar file: it would begin with BEGIN:VCALENDAR.");
  // Counted before anything is read: a diary of ten years would keep the server from everybody else.
  const count = text.match(/^BEGIN:VEVENT/gim)?.length ?? 0;
  if (count > EVENTS_MOST)
    throw refusal(
      `This calendar holds ${count.toLocaleString("en")} events; of one of holidays at most ${EVENTS_MOST.toLocaleString("en")} are read. Choose another.`,
    );
  try {
    const parsed = ICAL.parse(text) as unknown as unknown[];
    // A file may hold several calendars, one after another.
    const calendars = (typeof parsed[0] === "string" ? [parsed] : parsed) as never[];
    const components = calendars.flatMap((one) =>
      new ICAL.Component(one).getAllSubcomponents("vevent"),
    );
    const moved = new Map<string, ICAL.Component[]>();
    for (const one of components.filter((each) => each.hasProperty("recurrence-id"))) {
      const uid = String(one.getFirstPropertyValue("uid"));
      moved.set(uid, [...(moved.get(uid) ?? []), one]);
    }
    return components.map((one) => {
      const exceptions = moved.get(String(one.getFirstPropertyValue("uid"))) ?? [];
      return one.hasProperty("recurrence-id")
        ? new ICAL.Event(one)
        : new ICAL.Event(one, { exceptions });
    });
  } catch (error) {
    throw refusal(
      `This iCalendar file is damaged: ${error instanceof Error ? error.message.slice(0, 200) : "it cannot be read"}.`,
    );
  }
}

/** The first day of each occurrence that may reach into the years asked about. */
function beginnings(
  event: ICAL.Event,
  from: LocalDate,
  until: LocalDate,
  steps: { left: number },
): LocalDate[] {
  if (!event.isRecurring()) return [dateOf(event.startDate)];
  const moved = new Set(Object.keys(event.exceptions ?? {}));
  const found: LocalDate[] = [];
  const iterator = event.iterator();
  for (;;) {
    const next = iterator.next();
    if (!next) break;
    if (--steps.left < 0)
      throw refusal("This calendar repeats too much to be one of holidays. Choose another.");
    const date = dateOf(next);
    if (date > until) break;
    if (date >= addDays(from, -DAYS_OF_ONE) && !moved.has(next.toString())) found.push(date);
  }
  return found;
}

function covered(start: ICAL.Time, end: ICAL.Time): LocalDate[] {
  const days = Math.min(length(start, end), DAYS_OF_ONE);
  return Array.from({ length: days }, (_, i) => addDays(dateOf(start), i));
}

/** The end of a whole-day event is the day after its last (RFC 5545, 3.6.1). */
function length(start: ICAL.Time, end: ICAL.Time): number {
  return Math.max(1, dateOf(end) - dateOf(start));
}

function add(
  days: Map<string, string>,
  date: LocalDate,
  from: LocalDate,
  until: LocalDate,
  name: string,
) {
  const text = formatDate(date);
  if (date >= from && date < until && !days.has(text)) days.set(text, name);
}

function dateOf(time: ICAL.Time): LocalDate {
  const pad = (n: number, size: number) => String(n).padStart(size, "0");
  return checked(`${pad(time.year, 4)}-${pad(time.month, 2)}-${pad(time.day, 2)}`);
}

function parseYear(today: LocalDate, years: number): LocalDate {
  return checked(`${Number(formatDate(today).slice(0, 4)) + years}-01-01`);
}

function checked(text: string): LocalDate {
  const date = parseDate(text);
  if (!date.ok) throw refusal(`This calendar names a day that is none: ${text}.`);
  return date.value;
}

/** Timelines as a calendar (iCalendar, RFC 5545): openings, due dates, closings and ends of access as events. */
import type { Plan } from "../../plan";
import { formatInstant, type Instant, zoneOf } from "../../time";
import type { Timeline } from "../timeline";
import { explainOpening } from "../words";
import { type Titles, titlesOf } from "./titles";
import { writeSteps } from "./written";

interface CalendarEvent {
  uid: string;
  at: Instant;
  summary: string;
  description: string;
}

/**
 * Every known opening of every item, every due date, every closing that comes before the end of access, and that
 * end. Identifiers stay the same from one export to the next, so that a calendar program moves an event
 * instead of doubling it. `now` stands as the time of writing.
 */
export function timelinesToIcs(plan: Plan, timelines: readonly Timeline[], now: Instant): string {
  const titles = titlesOf(plan);
  const zones = new Map(plan.enrollments.map(({ id, timeZone }) => [id, timeZone]));
  const lines = [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//Dawn Gate//Timeline//EN",
    "CALSCALE:GREGORIAN",
  ];
  const stamp = utc(now);
  for (const timeline of timelines)
    for (const event of eventsOf(timeline, titles, zones.get(timeline.id) ?? "UTC"))
      lines.push(
        "BEGIN:VEVENT",
        `UID:${escapeText(event.uid)}`,
        `DTSTAMP:${stamp}`,
        `DTSTART:${utc(event.at)}`,
        `SUMMARY:${escapeText(event.summary)}`,
        ...(event.description ? [`DESCRIPTION:${escapeText(event.description)}`] : []),
        "TRANSP:TRANSPARENT",
        "END:VEVENT",
      );
  lines.push("END:VCALENDAR");
  return lines.map(fold).join("");
}

function* eventsOf(timeline: Timeline, titles: Titles, timeZone: string): Iterable<CalendarEvent> {
  const course = titles.courseOf(timeline.id);
  const zone = zoneOf(timeZone);
  const { until } = timeline.access;
  const uid = (what: string, item: string) =>
    `${what}-${encodeURIComponent(timeline.id)}-${encodeURIComponent(item)}@dawn-gate.invalid`;
  const titleOf = (item: string) => titles.titleOf(course, item);
  for (const item of timeline.items) {
    const title = titleOf(item.id);
    if (item.opens !== null)
      yield {
        uid: uid("opens", item.id),
        at: item.opens,
        summary: `Opens: ${title}`,
        description: explainOpening(writeSteps(item.why), { zone, titleOf, person: "you" })
          .sentence,
      };
    if (item.due !== null)
      yield { uid: uid("due", item.id), at: item.due, summary: `Due: ${title}`, description: "" };
    if (item.closes !== null && item.closes !== until)
      yield {
        uid: uid("closes", item.id),
        at: item.closes,
        summary: `Closes: ${title}`,
        description: "",
      };
  }
  if (until !== null)
    yield {
      uid: uid("access-ends", course),
      at: until,
      summary: `Access ends: ${titleOf(course)}`,
      description: "",
    };
}

/** RFC 5545 3.3.5, form 2: UTC, to the second. */
function utc(instant: Instant): string {
  return formatInstant(instant)
    .replace(/\.\d+Z$/, "Z")
    .replaceAll(/[-:]/g, "");
}

/** RFC 5545 3.3.11. Control characters, which a content line cannot hold, are left out. */
function escapeText(text: string): string {
  return text
    .replaceAll(/[\\;,]/g, "\\$&")
    .replaceAll(/\r\n|\r|\n/g, "\\n")
    .replaceAll(/[\u0000-\u0008\u000b-\u001f\u007f]/g, "");
}

/** RFC 5545 3.1: lines of at most 75 octets, continued after a space; never in the middle of a character. */
function fold(line: string): string {
  let folded = "";
  let octets = 0;
  for (const character of line) {
    const code = character.codePointAt(0) as number;
    const size = code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4;
    if (octets + size > 75) {
      folded += "\r\n ";
      octets = 1;
    }
    folded += character;
    octets += size;
  }
  return `${folded}\r\n`;
}

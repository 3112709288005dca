/** Events as an iCalendar file (RFC 5545, with the properties of RFC 7986 for one that is subscribed to). */
import { formatInstant, type Instant } from "../../time";

export interface CalendarEvent {
  /** The same for the same event for ever; no two are alike. */
  uid: string;
  at: Instant;
  /** It is all of this day, in whatever zone (`2027-03-01`); `at` is then where it stands among others. */
  day?: string;
  summary: string;
  description: string;
  /** How often it has been moved or changed (RFC 5545 3.8.7.4); left out: nothing is said of it. */
  sequence?: number;
  /** It does not take place any more. */
  cancelled?: boolean;
  /** Where more stands about it. */
  url?: string;
}

/** What is said of a calendar as a whole. */
export interface CalendarHead {
  name: string;
  /** How often a program that subscribes to it asks again, as an RFC 5545 duration. */
  refresh: string;
}

/**
 * The file, in UTF-8; `now` stands as the time of writing. Events take no time and leave one free.
 *
 * @example writeCalendar([{ uid: "opens-1@example.org", at, summary: "Opens: Dough", description: "" }], now)
 */
export function writeCalendar(
  events: readonly CalendarEvent[],
  now: Instant,
  head?: CalendarHead,
): string {
  const stamp = utc(now);
  const lines = [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//Dawn Gate//Timeline//EN",
    "CALSCALE:GREGORIAN",
    // NAME is the standard's; programs older than it read the other.
    ...(head
      ? [
          "METHOD:PUBLISH",
          `NAME:${escapeText(head.name)}`,
          `X-WR-CALNAME:${escapeText(head.name)}`,
          `REFRESH-INTERVAL;VALUE=DURATION:${head.refresh}`,
        ]
      : []),
  ];
  for (const { uid, at, day, summary, description, sequence, cancelled, url } of events)
    lines.push(
      "BEGIN:VEVENT",
      `UID:${escapeText(uid)}`,
      `DTSTAMP:${stamp}`,
      // A day without an end is one day (RFC 5545 3.6.1).
      day === undefined ? `DTSTART:${utc(at)}` : `DTSTART;VALUE=DATE:${day.replaceAll("-", "")}`,
      ...(sequence === undefined ? [] : [`SEQUENCE:${sequence}`]),
      ...(cancelled ? ["STATUS:CANCELLED"] : []),
      `SUMMARY:${escapeText(summary)}`,
      ...(description ? [`DESCRIPTION:${escapeText(description)}`] : []),
      ...(url ? [`URL:${url}`] : []),
      "TRANSP:TRANSPARENT",
      "END:VEVENT",
    );
  lines.push("END:VCALENDAR");
  return lines.map(fold).join("");
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

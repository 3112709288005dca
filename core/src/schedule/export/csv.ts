/** Timelines as CSV (RFC 4180): one row for access, then one for each item, for each enrollee. */
import type { Plan } from "../../plan";
import type { Timeline } from "../timeline";
import { titlesOf } from "./titles";
import { writeInstant } from "./written";

const COLUMNS = [
  "enrollment",
  "course",
  "kind",
  "item",
  "title",
  "opens",
  "notBefore",
  "closes",
  "due",
  "state",
  "done",
  "reachable",
  "waitsFor",
] as const;

/** Lines end with CR LF; the first is the header. In the rows of access, `opens` is its start and `closes` its end. */
export function timelinesToCsv(plan: Plan, timelines: readonly Timeline[]): string {
  const titles = titlesOf(plan);
  const lines: string[] = [line([...COLUMNS])];
  for (const timeline of timelines) {
    const course = titles.courseOf(timeline.id);
    const { access } = timeline;
    lines.push(
      line([
        timeline.id,
        course,
        "access",
        "",
        titles.titleOf(course, course),
        writeInstant(access.from) ?? "",
        access.from === null ? (writeInstant(access.knownFrom) ?? "") : "",
        writeInstant(access.until) ?? "",
        "",
        access.state,
        String(timeline.completedAt !== null),
        "",
        JSON.stringify(access.from === null ? [{ from: "paid" }] : []),
      ]),
    );
    for (const item of timeline.items)
      lines.push(
        line([
          timeline.id,
          course,
          item.kind,
          item.id,
          titles.titleOf(course, item.id),
          writeInstant(item.opens) ?? "",
          writeInstant(item.notBefore) ?? "",
          writeInstant(item.closes) ?? "",
          writeInstant(item.due) ?? "",
          item.state,
          String(item.done),
          String(item.reachable),
          JSON.stringify(item.waitsFor),
        ]),
      );
  }
  return lines.join("");
}

function line(fields: string[]): string {
  return `${fields.map(field).join(",")}\r\n`;
}

/**
 * One field, quoted where it must be. A text that a spreadsheet would run as a formula gets an apostrophe in
 * front (OWASP, "CSV Injection").
 */
function field(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

/** Timelines as a calendar (iCalendar, RFC 5545): openings, due dates, closings and ends of access as events. */
import type { Plan } from "../../plan";
import { type Instant, zoneOf } from "../../time";
import type { Timeline } from "../timeline";
import { explainOpening } from "../words";
import { type CalendarEvent, writeCalendar } from "./calendar";
import { type Titles, titlesOf } from "./titles";
import { writeSteps } from "./written";

/**
 * Every known opening of every item, every due date, every closing that comes before the end of access, and that
 * end. Identifiers stay the same from one export to the next, so that a calendar program moves an event
 * instead of doubling it. `now` stands as the time of writing.
 */
export function timelinesToIcs(plan: Plan, timelines: readonly Timeline[], now: Instant): string {
  const titles = titlesOf(plan);
  const zones = new Map(plan.enrollments.map(({ id, timeZone }) => [id, timeZone]));
  return writeCalendar(
    timelines.flatMap((timeline) => [
      ...eventsOf(timeline, titles, zones.get(timeline.id) ?? "UTC"),
    ]),
    now,
  );
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

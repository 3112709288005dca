/** Timelines to be read by people: each item with its gate as a sentence, and what that comes to. */
import type { Plan, PlanCourse } from "../../plan";
import { type Instant, type Zone, zoneOf } from "../../time";
import { type Names, namesIn } from "../language/names";
import { writeGate } from "../language/write";
import type { Timeline, TimelineItem } from "../timeline";
import { sayEnd, sayInstant } from "../words/dates";

/** For each enrollment its course, access, and every item in outline order; dates in the zone that counts for it. */
export function timelinesToText(plan: Plan, timelines: readonly Timeline[]): string {
  const courses = new Map(plan.courses.map((course) => [course.id, course]));
  const enrollments = new Map(plan.enrollments.map((one) => [one.id, one]));
  const names = new Map<PlanCourse, Names>();
  return timelines
    .map((timeline) => {
      const enrollment = enrollments.get(timeline.id);
      const course = enrollment && courses.get(enrollment.course);
      if (!enrollment || !course) return "";
      const zone = zoneOf(course.clock === "school" ? plan.school.timeZone : enrollment.timeZone);
      const known = names.get(course) ?? namesIn(course);
      names.set(course, known);
      return [
        `${timeline.id}: ${course.title} (${zone.id})`,
        `  access ${sayAccess(timeline, zone)}`,
        ...linesOf(course, timeline, zone, known),
        "",
      ].join("\n");
    })
    .join("\n");
}

function sayAccess({ access }: Timeline, zone: Zone): string {
  const from =
    access.from === null ? "waits for a payment" : `from ${sayInstant(access.from, zone)}`;
  const until = access.until === null ? "" : ` until ${sayEnd(access.until, zone)}`;
  return `${from}${until}: ${access.state}`;
}

function* linesOf(course: PlanCourse, timeline: Timeline, zone: Zone, names: Names) {
  const items = new Map(timeline.items.map((item) => [item.id, item]));
  for (const module of course.modules)
    for (const row of [module, ...module.lessons]) {
      const item = items.get(row.id);
      if (!item) continue;
      const gate = row === module || row.gate ? writeGate(row.gate, names) : "with its module";
      yield `${row === module ? "  " : "    "}${row.title} | ${gate} | ${sayItem(item, zone, timeline.access.until)}`;
    }
}

function sayItem(
  { state, done, opens, closes, due }: TimelineItem,
  zone: Zone,
  until: Instant | null,
): string {
  const at = (word: string, instant: Instant | null, say: typeof sayInstant) =>
    instant === null ? [] : [`${word} ${say(instant, zone)}`];
  return [
    `${state}${done ? ", done" : ""}`,
    ...at("opens", opens, sayInstant),
    ...at("due", due, sayEnd),
    ...at("closes", closes === until ? null : closes, sayEnd),
  ].join("; ");
}

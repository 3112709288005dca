/** What happens to one enrollee when: openings, due dates, closings, and the two ends of access, in order of time. */
import type { PlanCourse } from "../plan";
import type { Instant } from "../time";
import type { Timeline } from "./timeline";

/** At one instant they are told in this order. */
export const HAPPENING_KINDS = ["begins", "opens", "due", "closes", "ends"] as const;
export type HappeningKind = (typeof HAPPENING_KINDS)[number];

export interface Happening {
  kind: HappeningKind;
  at: Instant;
  /** The module or lesson; null: the course itself. */
  item: string | null;
  title: string;
  /** How many lessons open with a module, at the same instant; null: it is no opening of one. */
  lessons: number | null;
  /** What is ticked already, of a lesson or a module. */
  done: boolean;
}

/**
 * Everything with a date in a timeline. A lesson that opens with its module is not told beside it; nor is a closing that
 * is the end of access, a closing that comes before its opening, or an opening after that end.
 */
export function happeningsOf(plan: PlanCourse, { access, items }: Timeline): Happening[] {
  const known = new Map(items.map((item) => [item.id, item]));
  const told: Happening[] = [];
  const whole = { item: null, title: plan.title, lessons: null, done: false };
  if (access.from !== null) told.push({ kind: "begins", at: access.from, ...whole });
  for (const module of plan.modules) {
    const above = known.get(module.id);
    if (!above) continue;
    const within = module.lessons.flatMap((lesson) => {
      const item = known.get(lesson.id);
      return item ? [{ ...item, title: lesson.title }] : [];
    });
    const together = within.filter(({ opens, reachable }) => reachable && opens === above.opens);
    const all = [
      { ...above, title: module.title, lessons: together.length },
      ...within.map((lesson) => ({ ...lesson, lessons: null })),
    ];
    for (const { id, kind, title, lessons, done, opens, closes, due, reachable } of all) {
      if (!reachable) continue;
      const tell = (kind: HappeningKind, at: Instant | null) => {
        if (at !== null && (access.until === null || at < access.until || kind === "due"))
          told.push({
            kind,
            at,
            item: id,
            title,
            lessons: kind === "opens" ? lessons : null,
            done,
          });
      };
      if (kind === "module" || opens !== above.opens) tell("opens", opens);
      tell("due", due);
      if (kind === "module" || closes !== above.closes) tell("closes", closes);
    }
  }
  if (access.until !== null) told.push({ kind: "ends", at: access.until, ...whole });
  return told.sort(
    (a, b) => a.at - b.at || HAPPENING_KINDS.indexOf(a.kind) - HAPPENING_KINDS.indexOf(b.kind),
  );
}

/** The rows of the outline and the horizon: access first, then every module with its lessons. */
import type { Cohort, Course } from "@dawngate/contract/courses";
import type { TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract/schedule";
import { itemTitles } from "@dawngate/core/plan";
import { sayGate, sayWaiting, sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
import type { RowTimes } from "./horizon/bars";
import { read } from "./horizon/scale";

export interface ItemRow {
  item: TimelineItemAnswer;
  title: string;
  /** The number of a module in the outline. */
  number: number | null;
  /** What holds a module, or a lesson that has a gate of its own; else a lesson's kind and length. */
  note: string;
  times: RowTimes;
  /** What the bar says; null where a lesson opens with its module. */
  label: string | null;
  lessons: number;
  folded: boolean;
}

/** The titles of everything in a course, by identifier. */
export function titlesOf(course: Course): (id: string) => string {
  const titles = new Map([[course.id, course.title], ...itemTitles(course)]);
  return (id) => titles.get(id) ?? id;
}

/** The rows to show; lessons of folded modules are left out. */
export function rowsOf(
  course: Course,
  timeline: TimelineAnswer,
  cohort: Cohort | null,
  isFolded: (module: string) => boolean,
  zone: Zone,
): ItemRow[] {
  const items = new Map(timeline.items.map((item) => [item.id, item]));
  const titleOf = titlesOf(course);
  const rows: ItemRow[] = [];
  const gateOf = (
    item: Course["modules"][number] | Course["modules"][number]["lessons"][number],
  ) =>
    cohort && Object.hasOwn(cohort.gates, item.id) ? (cohort.gates[item.id] ?? null) : item.gate;
  course.modules.forEach((module, number) => {
    const own = items.get(module.id);
    if (!own) return;
    const folded = isFolded(module.id);
    rows.push({
      item: own,
      title: module.title,
      number: number + 1,
      note: sayGate(gateOf(module), titleOf),
      times: timesOf(own),
      label: sayOnBar(own, zone, titleOf),
      lessons: module.lessons.length,
      folded,
    });
    if (folded) return;
    for (const lesson of module.lessons) {
      const item = items.get(lesson.id);
      if (!item) continue;
      const gate = gateOf(lesson);
      rows.push({
        item,
        title: lesson.title,
        number: null,
        note: lesson.sample
          ? "sample"
          : gate && gate.when.length > 0
            ? sayGate(gate, titleOf)
            : sayKind(lesson),
        times: timesOf(item),
        label: opensAlike(item, own) ? null : sayOnBar(item, zone, titleOf),
        lessons: 0,
        folded: false,
      });
    }
  });
  return rows;
}

export function timesOf({
  opens,
  closes,
  notBefore,
  due,
  reachable,
}: TimelineItemAnswer): RowTimes {
  return {
    opens: read(opens),
    closes: read(closes),
    notBefore: read(notBefore),
    due: read(due),
    unreachable: !reachable,
  };
}

function opensAlike(a: TimelineItemAnswer, b: TimelineItemAnswer): boolean {
  return a.opens === b.opens && JSON.stringify(a.waitsFor) === JSON.stringify(b.waitsFor);
}

function sayKind({ kind, minutes }: { kind: string; minutes: number | null }): string {
  return minutes === null ? kind : `${kind}, ${minutes} min`;
}

/** "Fri 12 Mar, 07:00", or what is waited for. */
function sayOnBar(item: TimelineItemAnswer, zone: Zone, titleOf: (id: string) => string): string {
  if (!item.reachable) return "closes before it opens";
  if (item.opens !== null) return sayWrittenInstant(item.opens, zone, false);
  const first = item.waitsFor[0];
  const waits = first ? sayWaiting(first, { zone, titleOf, person: "they" }) : "something else";
  const more = item.waitsFor.length > 1 ? ` and ${item.waitsFor.length - 1} more` : "";
  const known = item.notBefore
    ? `not before ${sayWrittenInstant(item.notBefore, zone, false)}; `
    : "";
  return `${known}waits for ${waits}${more}`;
}

/** What could fall due: its moment, and what has to hold then and again when it goes out. */

import type { Timeline, TimelineItem } from "../schedule";
import { type Instant, type LocalDate, localDateAt, type Zone } from "../time";
import type { CourseOfLife } from "./course-of-life";
import type { Held } from "./everybody";
import type { Kind } from "./kinds";
import { type Entry, inKey } from "./notice";

export interface Candidate {
  kind: Kind;
  person: string;
  /** When it falls due. */
  moment: Instant;
  /** It goes out at once, quiet hours or not. */
  atOnce: boolean;
  /** Nothing goes out before this. */
  since: Instant | null;
  /** What it is about, if its conditions hold at an instant; null: they do not. */
  check(now: Instant): Entry[] | null;
  /** `opened`: when the item had opened, as it stood at the moment; a notice of it at or after this tells it. */
  opensAt: Instant | null;
}

export const basis = (kind: Kind, { life, person }: Held, moment: Instant) => ({
  kind,
  person,
  moment,
  atOnce: false,
  since: life.since as Instant | null,
  opensAt: null as Instant | null,
});

export const entry = (key: string, about: Partial<Omit<Entry, "key">> = {}): Entry => ({
  key,
  enrollment: null,
  item: null,
  instant: null,
  named: true,
  ...about,
});

export const entryOf = (life: CourseOfLife, key: string, item: TimelineItem): Entry =>
  entry(key, { enrollment: life.enrollment.id, item: item.id, instant: item.opens });

export const itemAt = (timeline: Timeline, id: string) =>
  timeline.items.find((item) => item.id === id);

/** The last day included of an end. */
export const lastDay = (zone: Zone, end: Instant): LocalDate =>
  localDateAt(zone, (end - 1) as Instant);

/** What is open, and what opens next; each part names its modules, and the lessons whose module is not in it. */
export function whatOpens(life: CourseOfLife, key: string, now: Instant): Entry[] {
  const { items } = life.at(now);
  const own = items.filter(({ id }) => !life.samples.has(id));
  const scheduled = own.filter(({ state }) => state === "scheduled");
  const first = Math.min(...scheduled.map(({ opens }) => opens as number));
  const parts = [
    own.filter(({ state }) => state === "open"),
    scheduled.filter(({ opens }) => opens === first),
  ];
  return [
    entry(key, { enrollment: life.enrollment.id }),
    ...parts.flatMap((part) => {
      const ids = new Set(part.map(({ id }) => id));
      return part.map((item) => ({
        ...entryOf(life, `${key}:${inKey(item.id)}`, item),
        named: isNamed(life, item.id, ids),
      }));
    }),
  ];
}

/** A module, or a lesson whose module is not among them. */
export function isNamed({ course }: CourseOfLife, item: string, among: ReadonlySet<string>) {
  const number = course.numbers.get(item);
  const module = number === undefined ? undefined : course.items[number]?.module;
  const above = module === undefined || module < 0 ? undefined : course.items[module]?.id;
  return above === undefined || !among.has(above);
}

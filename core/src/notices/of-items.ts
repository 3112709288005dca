/** What opens, and what is due: told of each module and lesson. */
import type { Timeline, TimelineItem } from "../schedule";
import { formatDate, HOUR, type Instant, type LocalDate, localDateAt, type Zone } from "../time";
import { basis, type Candidate, entry, entryOf, itemAt, lastDay } from "./candidate";
import type { CourseOfLife } from "./course-of-life";
import type { Everybody, Held, Offset } from "./everybody";
import type { Kind } from "./kinds";
import { type Entry, inKey } from "./notice";

/** What opens, and what is due: while nothing changes, the days of each item are the same. */
export function* ofItems(all: Everybody, one: Held, to: Instant): Generator<Candidate> {
  const { life } = one;
  const { welcomeAt, stretches } = life;
  if (welcomeAt === null) return;
  const kinds = (["opens-soon", "due-soon", "overdue"] as const).filter((kind) =>
    all.isFor(one, kind),
  );
  for (const [i, { begins, timeline }] of stretches.entries()) {
    const ends = stretches[i + 1]?.begins ?? Number.POSITIVE_INFINITY;
    // What is open where a life is cut off has turned open before.
    const isSeen = i > 0 || !life.isCut || begins === life.since;
    const isTold = begins >= welcomeAt && begins >= life.since && begins < to;
    if (isSeen && isTold && all.isFor(one, "opened")) yield* turnsOpen(one, i);
    for (const kind of kinds)
      for (const item of timeline.items) {
        if (life.samples.has(item.id)) continue;
        const day = dayOf(life.clock, kind, item);
        if (day === null) continue;
        for (const offset of all.offsetsOf(kind)) {
          const moment = all.momentOf(life.clock, day, offset);
          if (moment < begins || moment >= ends || moment < welcomeAt || moment >= to) continue;
          yield {
            ...basis(kind, one, moment),
            check: (now) => itemHolds(life, kind, item.id, day, offset, now),
          };
        }
      }
  }
}

function* turnsOpen(one: Held, i: number): Generator<Candidate> {
  const { life } = one;
  const { begins, timeline } = life.stretches[i] as { begins: Instant; timeline: Timeline };
  const before = begins === life.since ? null : (life.stretches[i - 1]?.timeline ?? null);
  const shut = shutUntil(life, begins);
  const wasOpen = new Set(
    before?.items.filter(({ state }) => state === "open").map(({ id }) => id),
  );
  for (const { id, state, opens } of timeline.items) {
    if (state !== "open" || opens === null || wasOpen.has(id) || life.samples.has(id)) continue;
    if (opens <= (life.welcomeAt as Instant) || life.presence.has(opens)) continue;
    const isLate = opens < begins - 48 * HOUR;
    if (isLate && !(shut !== null && opens >= shut)) continue;
    yield {
      ...basis("opened", one, begins),
      opensAt: opens,
      check: (now) => {
        const item = itemAt(life.at(now), id);
        if (item?.state !== "open" || item.done) return null;
        return [entryOf(life, `opened:${inKey(life.enrollment.id)}:${inKey(id)}`, item)];
      },
    };
  }
}

function dayOf(zone: Zone, kind: Kind, { opens, due }: TimelineItem): LocalDate | null {
  if (kind === "opens-soon") return opens === null ? null : localDateAt(zone, opens);
  return due === null ? null : lastDay(zone, due);
}

function itemHolds(
  life: CourseOfLife,
  kind: "opens-soon" | "due-soon" | "overdue",
  id: string,
  day: LocalDate,
  offset: Offset,
  now: Instant,
): Entry[] | null {
  const item = itemAt(life.at(now), id);
  if (!item || item.done || dayOf(life.clock, kind, item) !== day) return null;
  const due = item.due as Instant;
  const holds =
    kind === "opens-soon"
      ? item.state === "scheduled"
      : item.state === "open" && (kind === "due-soon" ? due > now : due <= now);
  if (!holds) return null;
  const key = `${kind}:${inKey(life.enrollment.id)}:${inKey(id)}:${formatDate(day)}:${offset.text}`;
  return [
    entry(key, {
      enrollment: life.enrollment.id,
      item: id,
      instant: kind === "opens-soon" ? item.opens : due,
    }),
  ];
}

/** The begin of the stretch of unbroken pause or suspension that ends at an instant; null: none does. */
export function shutUntil(life: CourseOfLife, at: Instant): Instant | null {
  const { pauses, suspensions } = life.history(at);
  const spans = [...pauses, ...suspensions].sort((a, b) => a.begins - b.begins);
  let found: { begins: Instant; ends: Instant } | null = null;
  for (const { begins, ends } of spans)
    found =
      found === null || begins > found.ends
        ? { begins, ends }
        : { begins: found.begins, ends: Math.max(found.ends, ends) as Instant };
  return found?.ends === at ? found.begins : null;
}

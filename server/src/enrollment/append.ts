/** Adding to what has happened to somebody, with the openings that follow, in the caller's transaction. */
import type { Timeline, TimelineItem } from "@dawngate/core/schedule";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { type Case, holdCase, withEvents, workOut } from "../schedule/case";
import { eventsAdded } from "../schedule/event-store";
import { isTheirOwn, type KeptEvent, type NewEvent } from "../schedule/events";
import { projectionOf } from "../schedule/project";
import { writeOpenings } from "../schedule/store";

export interface Happening extends NewEvent {
  reason: string | null;
  /** The same key twice is the same press twice. */
  key: string | null;
}

/** The happenings that are not on record yet, numbered on from the last event. */
export function numbered<T extends Happening>(
  { keys, lastSequence }: Case,
  happenings: readonly T[],
): (T & KeptEvent)[] {
  return happenings
    .filter(({ key }) => key === null || !keys.has(key))
    .map((happening, index) => ({ ...happening, sequence: lastSequence + index + 1 }));
}

/**
 * Appends an event and works the person's openings out again. Answers false where an event of this key is there
 * already: then nothing is done. Its author is whoever the transaction is set to.
 *
 * @example
 * await db.withSchool(context, (tx) =>
 *   appendEvent(tx, context.school, course, enrollment,
 *     { kind: "paused", at: formatInstant(context.now), data: {}, reason: "Ill", key: "press-1" }, context.now));
 */
export async function appendEvent(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  enrollment: string,
  happening: Happening,
  now: Instant,
): Promise<boolean> {
  const held = await holdCase(tx, school, enrollment);
  if (held?.course !== course)
    throw notFound(`There is no enrollment "${enrollment}" in this course.`);
  const events = numbered(held, [happening]);
  if (events.length === 0) return false;
  const after = withEvents(held, events);
  await keep(tx, school, after, events, workOut(after, now), now, workOut(held, now));
  return true;
}

/**
 * Writes events and the openings they lead to in one statement. The transaction holds the case, which stood as
 * `before` says at the same instant: where the kept openings were of that, only those that differ are written.
 */
export async function keep(
  tx: SchoolTransaction,
  school: SchoolId,
  after: Case,
  events: readonly (Happening & KeptEvent)[],
  timeline: Timeline,
  now: Instant,
  before: Timeline,
): Promise<void> {
  const { enrollment, version, projected } = after;
  const first = events[0]?.sequence ?? 0;
  const holds =
    projected.version === version &&
    projected.sequence === first - 1 &&
    (projected.staleAt === null || Date.parse(projected.staleAt) > now);
  const items = holds ? changedItems(timeline, before) : timeline.items;
  const projection = projectionOf(after, timeline, now, items);
  const added = eventsAdded(school, enrollment.id, events);
  const seen = events.findLast(({ kind }) => isTheirOwn(kind))?.at ?? null;
  const written = [{ ...projection, seen, all: !holds }];
  await writeOpenings(tx, school, written, formatInstant(now), added);
}

/** The items that open or close at another instant than before. */
function changedItems({ items }: Timeline, before: Timeline): TimelineItem[] {
  const was = new Map(before.items.map((item) => [item.id, item]));
  return items.filter(({ id, opens, closes }) => {
    const old = was.get(id);
    return old === undefined || old.opens !== opens || old.closes !== closes;
  });
}

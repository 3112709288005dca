/** Adding to what has happened to somebody, with the openings that follow, in the caller's transaction. */
import type { Timeline } from "@dawngate/core/schedule";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { notFound } from "../http/problem";
import { projectionOf } from "../schedule/project";
import { writeOpenings } from "../schedule/store";
import { type Case, holdCase, withEvents, workOut } from "./case";
import { eventsAdded } from "./event-store";
import type { KeptEvent, NewEvent } from "./events";

export interface Happening extends NewEvent {
  author: string;
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
 * already: then nothing is done.
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
  await keep(tx, school, after, events, workOut(after, now), now);
  return true;
}

/** Writes events, and the openings of the case that they lead to, in one statement. The transaction holds the case. */
export async function keep(
  tx: SchoolTransaction,
  school: SchoolId,
  { enrollment, version, lastSequence }: Case,
  events: readonly (Happening & KeptEvent)[],
  timeline: Timeline,
  now: Instant,
): Promise<void> {
  const projection = projectionOf(enrollment, timeline, version, lastSequence, now);
  await writeOpenings(tx, school, [projection], eventsAdded(school, enrollment.id, events));
}

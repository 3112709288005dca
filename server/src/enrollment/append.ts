/** Adding to what has happened to somebody: one event, once, under the enrollment's lock, with its projection. */
import type { Instant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { notFound } from "../http/problem";
import { projectOpenings } from "../schedule/project";
import type { NewEvent } from "./events";
import { hasKey, insertEvent, lockEnrollment } from "./store";

export interface Happening extends NewEvent {
  author: string;
  reason: string | null;
  /** The same key twice is the same press twice. */
  key: string | null;
}

/**
 * Appends an event and works the person's openings out again, in the caller's transaction. Answers false where an
 * event of this key is there already: then nothing is done.
 */
export async function appendEvent(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  enrollment: string,
  happening: Happening,
  now: Instant,
): Promise<boolean> {
  const added = await recordEvent(tx, school, course, enrollment, happening);
  if (added) await projectOpenings(tx, school, course, now, [enrollment]);
  return added;
}

/** Appends an event alone; whoever calls works the openings out when all has been recorded. */
export async function recordEvent(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  enrollment: string,
  { kind, at, data, author, reason, key }: Happening,
): Promise<boolean> {
  const last = await lockEnrollment(tx, course, enrollment);
  if (last === null) throw notFound(`There is no enrollment "${enrollment}" in this course.`);
  if (key !== null && (await hasKey(tx, enrollment, key))) return false;
  await insertEvent(tx, school, enrollment, {
    sequence: last + 1,
    kind,
    at,
    data,
    author,
    reason,
    idempotency_key: key,
  });
  return true;
}

/**
 * Whoever was in a course by themselves, and comes into it again by a purchase or a membership, goes on where they were:
 * their old enrollment is open again, with all they have done. With a cohort one begins anew, with its dates; and what
 * staff took away, staff give back.
 */
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../db/connection";
import { readCase, workOut } from "../schedule/case";
import { appendEvent } from "./append";
import { lastEnrollment, letGo, shutEvents } from "./come-back-store";
import { orderOfKey } from "./order-keys";
import { type At, beginAnew, type Gained } from "./reach";

/** An enrollment that is over, and what has shut it by an order. */
interface Past {
  id: string;
  undone: ("restored" | "unsuspended")[];
}

/** The enrollment somebody would go on with who comes into a course again; null: they would begin anew. */
export async function pastEnrollment(
  tx: SchoolTransaction,
  { school, now }: At,
  { course, person, cohort }: { course: string; person: string; cohort: string | null },
): Promise<Past | null> {
  if (cohort !== null) return null;
  const last = await lastEnrollment(tx, course, person);
  if (!last || last.cohort !== null) return null;
  const shut = await shutEvents(tx, last.id);
  const taken = shut.findLast(({ kind }) => kind === "revoked" || kind === "restored");
  const held = shut.findLast(({ kind }) => kind === "suspended" || kind === "unsuspended");
  const shutBy = [
    ...(taken?.kind === "revoked" ? [{ key: taken.key, by: "restored" as const }] : []),
    ...(held?.kind === "suspended" ? [{ key: held.key, by: "unsuspended" as const }] : []),
  ];
  // An order that ended, or was not paid, shut it: another one opens it.
  if (shutBy.some(({ key }) => key === null || orderOfKey(key) === null)) return null;
  const found = await readCase(tx, school, last.id);
  if (!found) return null;
  const { until } = workOut(found, now).access;
  if (shutBy.length === 0 && (until === null || until > now)) return null;
  return { id: last.id, undone: shutBy.map(({ by }) => by) };
}

/** Opens somebody's old enrollment again, and says which; null: there is none to go on with. */
export async function comeBack(
  tx: SchoolTransaction,
  at: At,
  { course, person }: { course: string; person: string },
  bought: Gained,
): Promise<string | null> {
  const { school, now } = at;
  const past = await pastEnrollment(tx, at, { course, person, cohort: bought.cohort });
  if (!past) return null;
  await letGo(tx, past.id);
  for (const kind of past.undone) {
    const key = `${bought.key} ${kind}`;
    const event = { kind, at: formatInstant(now), data: {}, reason: bought.reason, key };
    await appendEvent(tx, school, course, past.id, event, now);
  }
  await beginAnew(tx, at, past.id, bought);
  return past.id;
}

/** Coming into a course by having bought it: whatever its window says by now, for what is paid is given. */
import { randomUUID } from "node:crypto";
import { enrollmentSchema } from "@dawngate/core/plan";
import { formatInstant } from "@dawngate/core/time";
import { published } from "../courses/service";
import type { SchoolTransaction } from "../db/connection";
import { holdTurn } from "../schedule/headcount-store";
import type { Validity } from "../schedule/imagined";
import { projectOne } from "../schedule/project";
import type { Context } from "../school/context";
import { comeBack } from "./come-back";
import { activeEnrollment } from "./enroll";
import { reachAsFar } from "./reach";
import { insertEnrollments } from "./store";
import { noLongerWait } from "./ways-in/queue-store";
import { type Buyer, personWho } from "./who-enters";

interface Bought extends Buyer {
  /** The cohort they come into; null: none. */
  cohort: string | null;
  /** When access ends; null: as the course says. */
  validity: Validity | null;
  /** The price asked for a payment first, and it has come. */
  needsPayment: boolean;
  boughtAt: string;
  /** Of a subscription: the last day that is paid; null: no subscription. */
  paidThrough: string | null;
  reason: string;
  /** Of the purchase, or of the seat: the same twice is one. */
  key: string;
}

/**
 * Somebody has bought a course: they are in, whatever its window says by now, for what is paid is given. Whoever is in
 * already stays in that enrollment, as long as if they came in now; whoever was goes on where they were. `gained`: they
 * are in by it, or longer.
 */
export async function enterBought(
  tx: SchoolTransaction,
  { school, who, now }: Pick<Context, "school" | "who" | "now">,
  courseId: string,
  bought: Bought,
): Promise<{ enrollment: string; person: string; isNew: boolean; gained: boolean }> {
  const { timeZone, validity, boughtAt, reason } = bought;
  const { person, isNew } = await personWho(tx, { school, who, now }, bought);
  await holdTurn(tx, courseId, `person ${person}`);
  const active = await activeEnrollment(tx, school, courseId, person, now);
  if (active !== null) {
    const gained = await reachAsFar(tx, { school, now }, active, bought);
    return { enrollment: active, person, isNew, gained };
  }
  const back = await comeBack(tx, { school, now }, { course: courseId, person }, bought);
  // Also who waited for a place: it is theirs now, or they are in without one.
  await noLongerWait(tx, courseId, [person]);
  if (back !== null) return { enrollment: back, person, isNew, gained: true };
  await published(tx, school, courseId);
  const id = randomUUID();
  const enrollment = enrollmentSchema.parse({
    id,
    course: courseId,
    cohort: bought.cohort,
    timeZone,
    enrolledAt: boughtAt,
    needsPayment: bought.needsPayment,
    paidAt: bought.needsPayment ? formatInstant(now) : null,
    paidThrough: bought.paidThrough,
    ...(validity !== null && { validity }),
  });
  await insertEnrollments(tx, school, [{ enrollment, person, reasonOf: () => reason }]);
  await projectOne(tx, school, id, now);
  return { enrollment: id, person, isNew, gained: true };
}

/** What a membership opens to whoever has it: course by course, when they take one up. */
import { isInMembership } from "@dawngate/core/sales";
import { formatDate, formatInstant, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import { follow } from "../../jobs/outbox";
import type { Validity } from "../../schedule/imagined";
import { appendEvent } from "../append";
import { addEnrollment } from "../order-enrollment-store";
import { keyOfOrder } from "../order-keys";
import { coursesMet, firstPublished, type HeldMembership, membershipsOf } from "./store";

/** The membership by which a course is open to somebody at an instant, the longest of several; null: none is. */
export async function membershipFor(
  tx: SchoolTransaction,
  person: string | null,
  course: string,
  now: Instant,
): Promise<HeldMembership | null> {
  if (person === null) return null;
  const held = await membershipsOf(tx, person, formatInstant(now));
  if (held.length === 0) return null;
  const published = await firstPublished(tx, course);
  return (published !== null && held.find((one) => opens(one, { id: course, published }))) || null;
}

/** Whether it opens a course that was published first at an instant. */
export const opens = (
  { leftOut, now, agreedAt }: Pick<HeldMembership, "leftOut" | "now" | "agreedAt">,
  course: { id: string; published: string },
): boolean =>
  isInMembership(course.id, { except: leftOut }, now, {
    bought: Date.parse(agreedAt),
    published: Date.parse(course.published),
  });

/** The courses that whoever joins today can take up, in the school's order. */
export async function coursesOpenBy(tx: SchoolTransaction, except: readonly string[]) {
  return (await coursesMet(tx)).filter(({ id }) => !except.includes(id));
}

/** When access ends that is somebody's by a membership: with it, whatever the course says. */
export function endBy({ endsAt }: HeldMembership, timeZone: string): Validity {
  if (endsAt === null) return [];
  const last = localDateAt(zoneOf(timeZone), (Date.parse(endsAt) - 1) as Instant);
  return [{ from: "date", date: formatDate(last), edge: "end", zone: "school" }];
}

/** The enrollment stands and falls with the order from now on, as those do that were bought by it. */
export async function tieTo(
  tx: SchoolTransaction,
  { school, now }: { school: SchoolId; now: Instant },
  { order, seat, paidThrough, grace }: HeldMembership,
  course: string,
  enrollment: string,
): Promise<void> {
  await addEnrollment(tx, school, order, enrollment, { seat: seat === 0 ? null : seat });
  // Of what is paid part by part it is told what happened before it was there.
  await follow(tx, school, "run-order", { school, order }, { once: `${order} ${enrollment}` });
  if (paidThrough === null) return;
  const data = { through: paidThrough, grace };
  // The key by which the order tells the same: what it has told is not told again.
  const key = `${keyOfOrder(order)} paid-through ${paidThrough} ${grace}`;
  const event = { kind: "paid-through", at: formatInstant(now), data, reason: null, key };
  await appendEvent(tx, school, course, enrollment, event, now);
}

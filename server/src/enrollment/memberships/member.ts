/** What a membership opens to whoever has it: course by course, when they take one up. */
import { isInMembership, isOpenBy, type Membership } from "@dawngate/core/sales";
import { formatDate, formatInstant, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { MembershipTable } from "../../db/tables/enrollment";
import { follow } from "../../jobs/outbox";
import type { Validity } from "../../schedule/imagined";
import { appendEvent } from "../append";
import { addEnrollment } from "../order-enrollment-store";
import { keyOfOrder } from "../order-keys";
import { courseMet, coursesMet, type HeldMembership, type MetCourse, membershipsOf } from "./store";

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
  const met = await courseMet(tx, course);
  return (met !== null && held.find((one) => opens(one, met))) || null;
}

/** Whether it opens a course. */
export const opens = (
  { agreed, now, agreedAt }: Pick<HeldMembership, "agreed" | "now" | "agreedAt">,
  course: MetCourse,
): boolean =>
  isInMembership(course, agreed, now, {
    bought: Date.parse(agreedAt),
    published: Date.parse(course.published),
  });

/** The courses that whoever joins by these terms today can take up, in the school's order. */
export async function coursesOpenBy(tx: SchoolTransaction, terms: Membership) {
  return (await coursesMet(tx)).filter((course) => isOpenBy(terms, course));
}

/** What terms promise to whoever joins by them now, as it is kept. */
export async function agreedBy(
  tx: SchoolTransaction,
  terms: Membership,
): Promise<Pick<MembershipTable, "left_out" | "subjects" | "promised">> {
  const { except, subjects } = terms;
  const promised = subjects.length === 0 ? [] : await coursesOpenBy(tx, terms);
  return { left_out: except, subjects, promised: promised.map(({ id }) => id) };
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

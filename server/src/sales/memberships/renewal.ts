/** A membership that was paid once stays longer: its new end, and that of every course taken up by it, is the old one moved. */
import type { Offer } from "@dawngate/contract/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { appendEvent } from "../../enrollment/append";
import { addEnrollment, enrollmentsByMembership } from "../../enrollment/order-enrollment-store";
import { keyOfRenewal } from "../../enrollment/order-keys";
import type { SchoolRow } from "../../school/store";
import type { Doing } from "../doing";
import type { OrderRow } from "../order-store";
import { type Renewable, spanOf, waysToRenew } from "../renewal";
import { endAfter, WHOLE } from "./membership-end";

/** What renewing would do; null: it has no end, or one that no renewal moves. */
export function renewableMembership(
  listing: string,
  offer: Offer,
  endsAt: string | null,
  school: SchoolRow,
  now: Instant,
): Renewable[] | null {
  const add = spanOf(offer, WHOLE);
  if (endsAt === null || add === null || waysToRenew(offer.options).length === 0) return null;
  const until = Date.parse(endsAt) as Instant;
  return [{ course: listing, until, becomes: endAfter(until, add, school, now) }];
}

/** Moves the end of every course that was taken up by a membership of this listing. */
export async function renewTakenUp(
  tx: SchoolTransaction,
  { school, now }: Doing,
  order: OrderRow,
  person: string,
  offer: Offer,
): Promise<void> {
  const add = spanOf(offer, WHOLE);
  if (add === null) return;
  for (const { id, course } of await enrollmentsByMembership(tx, order.listing_id, person)) {
    const happening = {
      kind: "renewed",
      at: formatInstant(now),
      data: { add, grace: 0 },
      reason: `Renewed: ${order.title}, order ${order.id}`,
      key: keyOfRenewal(order.id),
    };
    await appendEvent(tx, school, course, id, happening, now);
    await addEnrollment(tx, school, order.id, id);
  }
}

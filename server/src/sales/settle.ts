/** What the till has told of an order, by a message or when asked: counted once, in whatever order it comes. */
import { formatInstant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Services } from "../school/kit";
import { type Doing, fulfil } from "./fulfil";
import { readListing } from "./listing-store";
import { addEvent, readOrder, updateOrder } from "./order-store";

export interface Told {
  paid: boolean;
  charge: string;
  amount: number;
}

/** Writes what was told; a payment opens what was bought in the same transaction. */
export async function settle(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  id: string,
  { paid, charge, amount }: Told,
): Promise<void> {
  const order = await readOrder(tx, id, true);
  if (!order) return;
  const at = formatInstant(doing.now);
  const school: SchoolId = doing.school;
  if (!paid) {
    await addEvent(tx, school, id, { kind: "failed", at, charge, amount: null });
    return;
  }
  // The same charge told again is on record already, and nothing follows.
  if (!(await addEvent(tx, school, id, { kind: "charged", at, charge, amount }))) return;
  if (order.state === "paid" || amount !== order.quote.dueNow) {
    await addEvent(tx, school, id, { kind: "excess", at, charge, amount });
    return;
  }
  const isHeld = order.held_until !== null && Date.parse(order.held_until) > doing.now;
  if (!isHeld && !(await seatsAreLeft(tx, order.listing_id, order.seats))) {
    // Its hold had run out, and others have its seats: the money is to be given back.
    await addEvent(tx, school, id, { kind: "excess", at, charge, amount });
    return;
  }
  await fulfil(tx, services, doing, order, charge);
}

async function seatsAreLeft(tx: SchoolTransaction, listing: string, seats: number) {
  const row = await readListing(tx, listing, true);
  return row !== null && (row.offer.seatLimit === null || row.sold + seats <= row.offer.seatLimit);
}

/** An order whose hold has run out without a payment. */
export async function lapse(tx: SchoolTransaction, id: string, now: Doing["now"]) {
  const order = await readOrder(tx, id, true);
  if (order?.state !== "open" || order.held_until === null) return;
  if (Date.parse(order.held_until) <= now) await updateOrder(tx, id, { state: "lapsed" });
}

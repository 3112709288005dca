/** What the till has told of an order, by a message or when asked: counted once, in whatever order it comes. */
import type { OrderTax } from "@dawngate/contract/sales";
import { formatInstant } from "@dawngate/core/time";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { lookForNext } from "../enrollment/ways-in/waitlist";
import type { Services } from "../school/kit";
import { readSchool } from "../school/store";
import type { KeptCard } from "../stand-ins/payments";
import { issueDocuments } from "./documents/issue";
import type { Doing } from "./doing";
import { fulfil } from "./fulfil";
import { readListing } from "./listing-store";
import { addEvent, hasEvent } from "./order-event-store";
import { type OrderRow, onFile, readOrder, updateOrder } from "./order-store";
import { tellFailed, tellPaid } from "./running/letters";
import { runs } from "./running/order-file";
import { runOn } from "./running/run";
import { writeChange } from "./running/write-change";
import { soldCohorts } from "./sold-cohorts";
import { readTerms } from "./terms-store";

export interface Told {
  paid: boolean;
  charge: string;
  amount: number;
  /** Which part of the order; the first at the purchase. */
  part: number;
  /** The card it was paid with, which is kept; left out: the one on file stays. */
  card?: KeptCard | null;
  /** Noted with the payment: who marked it, and what with. */
  noted?: object;
}

/** Writes what was told; a payment opens what was bought in the same transaction. */
export async function settle(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  id: string,
  { paid, charge, amount, part, card = null, noted }: Told,
): Promise<void> {
  const order = await readOrder(tx, id, true);
  if (!order) return;
  const at = formatInstant(doing.now);
  const school: SchoolId = doing.school;
  const { changing } = order;
  if (changing && changing.part === part && (!paid || changing.amount === amount)) {
    // The charge of a change: it is told once by whoever is first, and what was asked for is done.
    await updateOrder(tx, id, { changing: null });
    if (!paid) await addEvent(tx, school, id, { kind: "change-failed", at, charge, amount: null });
    else
      await writeChange(tx, services, doing, order, {
        ...changing,
        when: "now",
        charge: { id: charge, amount },
      });
    return;
  }
  if (!paid) {
    const isNew = await addEvent(tx, school, id, {
      kind: "failed",
      at,
      charge,
      amount: null,
      part,
    });
    if (isNew && order.state === "paid") await goOn(tx, services, doing, id, { part, paid });
    return;
  }
  // It has paid a change already: told by a message and by its answer, it is told twice.
  if (await hasEvent(tx, id, "option-changed", charge)) return;
  // The same charge told again is on record already, and nothing follows.
  if (
    !(await addEvent(tx, school, id, {
      kind: "charged",
      at,
      charge,
      amount,
      part,
      data: noted ?? null,
    }))
  )
    return;
  if (card) await updateOrder(tx, id, onFile(card));
  if (card && card.country !== null && order.tax && order.state !== "paid")
    await updateOrder(tx, id, { tax: JSON.stringify(withCard(order.tax, card.country)) });
  if (order.state === "paid" && runs(order)) {
    await updateOrder(tx, id, { held_until: null });
    await goOn(tx, services, doing, id, { part, paid, charge });
    return;
  }
  if (order.state === "paid" || amount !== order.quote.dueNow) {
    await addEvent(tx, school, id, { kind: "excess", at, charge, amount });
    return;
  }
  const isHeld = order.held_until !== null && Date.parse(order.held_until) > doing.now;
  if (!order.renews && !isHeld && !(await seatsAreLeft(tx, doing, order))) {
    // Its hold had run out, and others have its seats: the money is to be given back.
    await addEvent(tx, school, id, { kind: "excess", at, charge, amount });
    return;
  }
  await fulfil(tx, services, doing, card ? { ...order, ...onFile(card) } : order, charge);
  await runOn(tx, services, doing, id);
}

/** The second kind of evidence of where a buyer is (282/2011, art. 24f; from memory): the country of the card's bank. */
const withCard = (tax: OrderTax, country: string): OrderTax => ({
  ...tax,
  evidence: [...tax.evidence.filter(({ kind }) => kind !== "card"), { kind: "card", country }],
});

/** What follows from a later part that was paid, or could not be; its buyer is told. */
async function goOn(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  doing: Doing,
  id: string,
  told: { part: number; paid: boolean; charge?: string },
): Promise<void> {
  const run = await runOn(tx, services, doing, id);
  const part = run?.at.parts.find((one) => one.part === told.part);
  if (!run || !part) return;
  const { charge } = told;
  const documents = told.paid ? await issueDocuments(tx, doing, run.order) : [];
  if (!told.paid) await tellFailed(tx, services, doing, run.order, run.at, part);
  else if (charge !== undefined && run.at.excess.some((one) => one.charge === charge))
    // It was paid already, or is none any more: to be given back.
    await addEvent(tx, doing.school, id, {
      kind: "excess",
      at: formatInstant(doing.now),
      charge,
      amount: null,
      part: told.part,
    });
  else await tellPaid(tx, services, doing, run.order, run.at, { part, documents });
}

/** Of the listing, and of each cohort it is sold with. */
async function seatsAreLeft(
  tx: SchoolTransaction,
  { school, now }: Doing,
  { listing_id, terms_number, seats, person_id: person }: OrderRow,
): Promise<boolean> {
  const row = await readListing(tx, listing_id, true);
  if (!row || (row.offer.seatLimit !== null && row.sold + seats > row.offer.seatLimit))
    return false;
  const offer = await readTerms(tx, listing_id, terms_number);
  const { time_zone: timeZone } = await readSchool(tx);
  const cohorts = offer
    ? await soldCohorts(tx, { school, timeZone, now, person }, offer, true)
    : [];
  return cohorts.every(({ left }) => left === null || left >= seats);
}

/** An order whose hold has run out without a payment. */
export async function lapse(
  tx: SchoolTransaction,
  { school, now }: Pick<Doing, "school" | "now">,
  id: string,
): Promise<void> {
  const order = await readOrder(tx, id, true);
  if (order?.state !== "open" || order.held_until === null) return;
  if (Date.parse(order.held_until) > now) return;
  await updateOrder(tx, id, { state: "lapsed" });
  // A place that was promised is free: whoever waits for it is looked for.
  const offer = await readTerms(tx, order.listing_id, order.terms_number);
  for (const { cohort } of offer?.cohorts ?? []) await lookForNext(tx, school, cohort);
}

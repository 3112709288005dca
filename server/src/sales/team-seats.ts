/** Seats that were bought for several people: given out by the buyer, and taken back from whoever has not begun. */
import type { OrderStanding, OwnOrder, seatsGiven } from "@dawngate/contract/sales";
import type { Language } from "@dawngate/core/notices/languages";
import { formatInstant } from "@dawngate/core/time";
import type { z } from "zod";
import { conflict, notFound, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { appendEvent } from "../enrollment/append";
import { enterBought } from "../enrollment/enter-bought";
import { removeMembership } from "../enrollment/memberships/store";
import { addEnrollment } from "../enrollment/order-enrollment-store";
import { keyOfSeat } from "../enrollment/order-keys";
import { type First, tellEnrolled } from "../enrollment/tell-enrolled";
import { findPersonByEmail } from "../people/store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { needsNone, type Sold } from "./inside";
import { seatMember } from "./memberships/seat";
import { isGivenOut } from "./order-kinds";
import type { OrderRow } from "./order-store";
import { openedBy, sayOwnOrder } from "./orders";
import { standingAt } from "./running/order-file";
import { enrollmentsOf, hasSeat, insertSeat, readSeats, removeSeat } from "./seat-store";
import { cohortIn, readTerms } from "./terms-store";

/** Terms that are gone: nothing is in them. */
export const NOTHING = { courses: [], cohorts: [], validity: null, membership: null };

type Given = z.output<typeof seatsGiven>;

/** Gives seats out: each one is in at once, and told so by mail. All of them, or none. */
export async function giveSeats(
  services: Pick<Services, "db" | "baseUrl">,
  context: Context,
  id: string,
  { secret, people }: Given,
): Promise<OwnOrder> {
  return services.db.withSchool(context, async (tx) => {
    const order = await openedForSeats(tx, context, id, secret);
    await mayGiveOut(tx, order, context.now);
    const offer = await readTerms(tx, order.listing_id, order.terms_number);
    const sold = { listing: order.listing_id, offer: offer ?? NOTHING };
    // Whoever has a seat of it already is passed over: the same press twice gives nobody two.
    const wanted: Given["people"] = [];
    const faults: { path: string; reason: string }[] = [];
    const seen = new Set<string>();
    for (const [i, one] of people.entries()) {
      const email = one.email.toLowerCase();
      const known = await findPersonByEmail(tx, email);
      if (seen.has(email) || (known && (await hasSeat(tx, id, known.id)))) continue;
      seen.add(email);
      if (known && (await needsNone(tx, context, sold, known.id)))
        faults.push({ path: `people[${i}].email`, reason: `${one.email} is in already` });
      wanted.push({ ...one, email });
    }
    if (faults.length > 0)
      throw refusal("Somebody is in already, and needs no seat. Nothing was given out.", faults);
    const left = order.seats - (await readSeats(tx, id)).length;
    if (wanted.length > left)
      throw conflict(
        left === 0
          ? "All seats are given out. Take one back from whoever has not begun, or buy more."
          : `${left} ${left === 1 ? "seat is" : "seats are"} left, and ${wanted.length} are asked for. Nothing was given out.`,
      );
    for (const one of wanted) await giveOne(tx, services, context, order, offer, one);
    return sayOwnOrder(tx, context, order);
  });
}

/** The order whose seats are given out, for its buyer; nobody else changes it until this transaction ends. */
export async function openedForSeats(
  tx: SchoolTransaction,
  context: Context,
  id: string,
  secret: string | undefined,
) {
  const order = await openedBy(tx, context, id, secret, true);
  if (!isGivenOut(order)) throw conflict("This order is for one person: there is no seat to give.");
  if (order.state !== "paid") throw conflict("Seats can be given out once they are paid.");
  return order;
}

/** How an order may stand whose seats nobody gets any more, or not now. */
const STOPPED: Partial<Record<OrderStanding, string>> = {
  refunded: "This order was given back: it has no seats any more.",
  ended: "This order has ended: it has no seats any more.",
  suspended: "A payment of this order is missing. Once it is paid, seats can be given out again.",
  disputed: "A payment of this order is disputed. Once that is over, seats can be given out again.",
};

/** Refuses where the seats of an order are not to be had, as it stands now. */
export async function mayGiveOut(
  tx: SchoolTransaction,
  order: OrderRow,
  now: Context["now"],
): Promise<void> {
  const why = STOPPED[(await standingAt(tx, order, now)).state];
  if (why !== undefined) throw conflict(why);
}

/** Who gets a seat. `says`: they are told with these words first; `account`: they are signed in, and take it themselves. */
export interface Seated {
  name: string;
  email: string;
  says?: First;
  account?: string | null;
  timeZone?: string | undefined;
  /** In which they read what they are told; left out: as the buyer does. */
  language?: Language | null;
}

/** Gives the lowest free seat to somebody, who is in at once and told so; their first enrollment, of a membership none. */
export async function giveOne(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  context: Pick<Context, "school" | "who" | "now" | "slug">,
  order: OrderRow,
  offer: Sold["offer"] | null,
  {
    name,
    email,
    says = () => [],
    account = null,
    timeZone = order.time_zone,
    language = order.language,
  }: Seated,
): Promise<string | null> {
  const at = formatInstant(context.now);
  const known = await findPersonByEmail(tx, email);
  if (offer?.membership) {
    const who = { person: known?.id ?? null, account, name, email, timeZone, language };
    await seatMember(tx, services, context, order, offer, { who, known, first: says });
    return null;
  }
  let seat: number | null = null;
  let first: string | null = null;
  for (const { id: course } of offer?.courses ?? []) {
    const entry = await enterBought(tx, context, course, {
      person: known?.id ?? null,
      account,
      name,
      email,
      timeZone,
      language,
      cohort: cohortIn(offer, course),
      validity: offer?.validity ?? null,
      needsPayment: false,
      // A seat counts from the day on which it is given out, not from the purchase.
      boughtAt: at,
      paidThrough: null,
      reason: `A seat of order ${order.id}, given out by ${order.name}`,
      key: keyOfSeat(order.id, at),
    });
    seat ??= await insertSeat(tx, context.school, { order: order.id, person: entry.person, at });
    first ??= entry.enrollment;
    // What they were in before, as long as this, is theirs, and goes with no seat.
    if (entry.gained) await addEnrollment(tx, context.school, order.id, entry.enrollment, { seat });
  }
  if (first !== null)
    await tellEnrolled(tx, services, context, first, { email, known, first: says });
  return first;
}

/** Takes a seat back whose holder has not begun; their access ends now. Twice is once. */
export async function takeSeatBack(
  services: Pick<Services, "db">,
  context: Context,
  id: string,
  number: number,
  secret: string | undefined,
): Promise<OwnOrder> {
  return services.db.withSchool(context, async (tx) => {
    const order = await openedForSeats(tx, context, id, secret);
    if (number > order.seats) throw notFound(`This order has ${order.seats} seats.`);
    const seat = (await readSeats(tx, id)).find((one) => one.number === number);
    if (seat) {
      if (seat.begun)
        throw conflict(
          `${seat.name ?? "Its holder"} has begun: this seat is used, and stays theirs.`,
        );
      for (const { id: enrollment, course } of await enrollmentsOf(tx, id, number))
        await appendEvent(
          tx,
          context.school,
          course,
          enrollment,
          {
            kind: "revoked",
            at: formatInstant(context.now),
            data: {},
            reason: `The seat of order ${id} was taken back`,
            key: `seat-back ${id} ${number} ${seat.givenAt}`,
          },
          context.now,
        );
      await removeMembership(tx, id, number);
      await removeSeat(tx, id, number);
    }
    return sayOwnOrder(tx, context, order);
  });
}

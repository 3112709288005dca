/** Memberships as they are sold: when one ends, who gets one, and how it stands as its order goes on. */
import type { MemberOf, Offer } from "@dawngate/contract/sales";
import type { Membership } from "@dawngate/core/sales";
import type { OrderAt } from "@dawngate/core/sales/orders";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { agreedBy, coursesOpenBy } from "../../enrollment/memberships/member";
import { insertMembership, keepMembership, membershipBy } from "../../enrollment/memberships/store";
import { personWho } from "../../enrollment/who-enters";
import type { Context } from "../../school/context";
import { readSchool, type SchoolRow } from "../../school/store";
import type { Doing } from "../doing";
import type { OrderRow } from "../order-store";
import { spanOf } from "../renewal";
import { endAfter, membershipEnd, WHOLE } from "./membership-end";

/** What is in a membership that is sold; of what is sold as none any more, every course. */
export const termsOf = ({ membership }: Pick<Offer, "membership">): Membership =>
  membership ?? { except: [], subjects: [] };

/** Gives the buyer of an order the membership it is of; they are made a person here where they are none yet. */
export async function beginMembership(
  tx: SchoolTransaction,
  doing: Doing,
  order: OrderRow,
  offer: Offer,
): Promise<{ person: string; isNew: boolean }> {
  const found = await personWho(tx, doing, {
    person: order.person_id,
    account: order.account_id,
    name: order.name,
    email: order.email,
    timeZone: order.time_zone,
    language: order.language,
  });
  const bought = Date.parse(order.bought_at) as Instant;
  const at = formatInstant(doing.now);
  // Whoever renews loses no day: the new one begins when the old one ends.
  const held = order.renews
    ? await membershipBy(tx, { listing: order.listing_id, person: found.person }, at)
    : null;
  const school = await readSchool(tx);
  const old = held?.endsAt ? (Date.parse(held.endsAt) as Instant) : null;
  const add = old === null ? null : spanOf(offer, WHOLE);
  const begins = old ?? bought;
  const ends =
    old !== null && add !== null
      ? endAfter(old, add, school, doing.now)
      : membershipEnd(offer, school, begins);
  await insertMembership(tx, doing.school, {
    order_id: order.id,
    seat: 0,
    listing_id: order.listing_id,
    person_id: found.person,
    agreed_at: order.bought_at,
    ...(await agreedBy(tx, termsOf(offer))),
    begins_at: formatInstant(begins),
    ends_at: ends === null ? null : formatInstant(ends),
  });
  return found;
}

/** Orders by which nobody gets in any more, or not now. */
const SHUT: readonly OrderAt["state"][] = ["refunded", "ended", "disputed", "suspended", "waiting"];

/** What became of its order holds of the membership too. */
export async function tellMembership(
  tx: SchoolTransaction,
  order: string,
  { state, next, enrollment: { paidThrough, grace } }: OrderAt,
): Promise<void> {
  const stops = [next.suspends, next.ends].flatMap((at) => (at === null ? [] : [at])).sort()[0];
  await keepMembership(tx, order, {
    shut: SHUT.includes(state),
    stops_at: stops ?? null,
    paid_through: paidThrough,
    grace: paidThrough === null ? 0 : grace,
  });
}

/** So many courses are named. */
const NAMED = 12;

/** What whoever buys it gets today. */
export async function offeredMembership(
  tx: SchoolTransaction,
  offer: Pick<Offer, "membership" | "validity">,
  school: SchoolRow,
  now: Instant,
): Promise<MemberOf | null> {
  if (offer.membership === null) return null;
  const open = await coursesOpenBy(tx, offer.membership);
  const until = membershipEnd(offer, school, now);
  return {
    courses: open.length,
    subjects: offer.membership.subjects,
    titles: open.slice(0, NAMED).map(({ title }) => title),
    until: until === null ? null : formatInstant(until),
  };
}

/** Whether somebody has a membership of a listing, or will have it when another one ends. */
export const hasMembership = (
  tx: SchoolTransaction,
  { now }: Pick<Context, "now">,
  listing: string,
  person: string,
) => membershipBy(tx, { listing, person }, formatInstant(now));

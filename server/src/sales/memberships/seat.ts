/** A seat of a membership that was bought for several, or as a gift: whoever gets it is a member from that day. */
import { spokenIn } from "@dawngate/core/notices";
import type { Membership } from "@dawngate/core/sales";
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../../db/connection";
import { agreedBy } from "../../enrollment/memberships/member";
import { sayMembership } from "../../enrollment/memberships/say";
import { insertMembership } from "../../enrollment/memberships/store";
import { type Told, tellIn } from "../../enrollment/tell-enrolled";
import { type Buyer, personWho } from "../../enrollment/who-enters";
import { languageRead } from "../../people/store";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { readSchool } from "../../school/store";
import type { Sold } from "../inside";
import type { OrderRow } from "../order-store";
import { standingAt } from "../running/order-file";
import { insertSeat } from "../seat-store";
import { tellMembership, termsOf } from "./membership";
import { membershipEnd } from "./membership-end";

interface Seated extends Pick<Told, "known" | "first"> {
  who: Buyer;
}

/** Gives the lowest free seat to somebody, who is told so. What was agreed at the purchase holds for them too. */
export async function seatMember(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  context: Pick<Context, "school" | "who" | "now" | "slug">,
  order: OrderRow,
  offer: Sold["offer"],
  { who, known, first }: Seated,
): Promise<void> {
  const { school, now } = context;
  const at = formatInstant(now);
  const terms = termsOf(offer);
  const { person } = await personWho(tx, context, who);
  const seat = await insertSeat(tx, school, { order: order.id, person, at });
  // Its days count from the day on which it is given out, as those of every seat.
  const ends = membershipEnd(offer, await readSchool(tx), now);
  await insertMembership(tx, school, {
    order_id: order.id,
    seat,
    listing_id: order.listing_id,
    person_id: person,
    agreed_at: order.bought_at,
    ...(await agreedBy(tx, terms)),
    begins_at: at,
    ends_at: ends === null ? null : formatInstant(ends),
  });
  // What is paid part by part holds of it as of the seats that were given out before.
  await tellMembership(tx, order.id, await standingAt(tx, order, now));
  await tellMember(tx, services, context, {
    told: { email: who.email, known, ...(first && { first }) },
    title: order.title,
    terms,
    person,
  });
}

/** Tells somebody of a membership they have: how much is open to them, and where. */
export async function tellMember(
  tx: SchoolTransaction,
  services: Pick<Services, "baseUrl">,
  context: Pick<Context, "school" | "who" | "now" | "slug">,
  { told, title, terms, person }: { told: Told; title: string; terms: Membership; person: string },
): Promise<void> {
  const language = await languageRead(tx, person);
  const about = await sayMembership(tx, { title, terms }, language);
  const { member } = spokenIn(language).letters;
  await tellIn(tx, services, context, told, {
    about,
    subject: member.subject(about.title),
    button: { label: member.choose, path: "shelf" },
  });
}

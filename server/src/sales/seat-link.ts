/** The link of an order for several people: its buyer passes it on, and whoever has it takes a seat. */
import type {
  OwnOrder,
  SeatOffered,
  seatLink,
  seatOfferedQuery,
  seatTaken,
  seatWanted,
} from "@dawngate/contract/sales";
import { LANGUAGES, languageFor } from "@dawngate/core/notices/languages";
import type { z } from "zod";
import { conflict, notFound, refusal } from "../base/problem";
import { digestOf, newSecret } from "../base/secret";
import type { SchoolTransaction } from "../db/connection";
import { activeEnrollment } from "../enrollment/enroll";
import { type First, tellEnrolled } from "../enrollment/tell-enrolled";
import { findPersonByEmail } from "../people/store";
import type { Context } from "../school/context";
import { inMail } from "../school/in-mail";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { firstDatesOf } from "./first-dates";
import { needsNone, type Sold } from "./inside";
import { offeredMembership, termsOf } from "./memberships/membership";
import { tellMember } from "./memberships/seat";
import { type OrderRow, readOrder, updateOrder } from "./order-store";
import { sayOwnOrder } from "./orders";
import { readSeats } from "./seat-store";
import { soldCohorts } from "./sold-cohorts";
import { giveOne, mayGiveOut, NOTHING, openedForSeats } from "./team-seats";
import { readTerms } from "./terms-store";

/** Makes the link; one that was made before leads nowhere from then on. */
export async function makeSeatLink(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<z.infer<typeof seatLink>> {
  return db.withSchool(context, async (tx) => {
    const order = await openedForSeats(tx, context, id, secret);
    if (order.gift) throw conflict("A gift goes to one person: give it to them.");
    await mayGiveOut(tx, order, context.now);
    const made = newSecret();
    await updateOrder(tx, id, { seat_link_hash: digestOf(made) });
    return { address: `${baseUrl}/${context.slug}/seats/${id}?secret=${made}` };
  });
}

/** Ends the link. Twice is once. */
export async function endSeatLink(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<OwnOrder> {
  return db.withSchool(context, async (tx) => {
    const order = await openedForSeats(tx, context, id, secret);
    await updateOrder(tx, id, { seat_link_hash: null });
    return sayOwnOrder(tx, context, { ...order, seat_link_hash: null });
  });
}

/** The order whose seats a link gives, which has none for whoever guesses. `hold`: until this transaction ends. */
async function openedByLink(
  tx: SchoolTransaction,
  { now }: Pick<Context, "now">,
  id: string,
  secret: string,
  hold = false,
) {
  const order = await readOrder(tx, id, hold);
  if (!order || order.seat_link_hash === null || order.seat_link_hash !== digestOf(secret))
    throw notFound("This link leads nowhere any more. Ask whoever sent it for a new one.");
  await mayGiveOut(tx, order, now);
  const offer = await readTerms(tx, order.listing_id, order.terms_number);
  const sold = { listing: order.listing_id, offer: offer ?? NOTHING };
  return { order, offer, sold, left: order.seats - (await readSeats(tx, id)).length };
}

const fromOf = ({ billing, name }: OrderRow) => billing?.company ?? name;

/** Whether somebody needs none of its seats, and their enrollment in its first course; of a membership there is none. */
async function wayIn(
  tx: SchoolTransaction,
  context: Pick<Context, "school" | "now">,
  sold: Sold,
  person: string | null | undefined,
): Promise<{ isIn: boolean; enrollment: string | null }> {
  if (!person || !(await needsNone(tx, context, sold, person)))
    return { isIn: false, enrollment: null };
  const { school, now } = context;
  const [course] = sold.offer.courses;
  const enrollment = course ? await activeEnrollment(tx, school, course.id, person, now) : null;
  return { isIn: true, enrollment };
}

export async function showOfferedSeat(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  { secret, timeZone }: z.infer<typeof seatOfferedQuery>,
): Promise<SeatOffered> {
  return reading(db, context, async (tx) => {
    const { order, offer, sold, left } = await openedByLink(tx, context, id, secret);
    const school = await readSchool(tx);
    const zone = school.time_zone;
    const where = { school: context.school, timeZone: zone, now: context.now, person: null };
    return {
      title: order.title,
      from: fromOf(order),
      schoolName: school.name,
      left,
      courses: offer
        ? await firstDatesOf(
            tx,
            context,
            school,
            offer,
            await soldCohorts(tx, where, offer),
            timeZone ?? zone,
            context.person,
          )
        : [],
      membership: await offeredMembership(tx, sold.offer, school, context.now),
      ...(await wayIn(tx, context, sold, context.person)),
    };
  });
}

/** Somebody takes a seat by the link, and is in. Twice is once: whoever is in is sent the way in, and takes no seat. */
export async function takeSeat(
  services: Pick<Services, "db" | "baseUrl">,
  context: Context,
  id: string,
  { secret, person, timeZone }: z.infer<typeof seatWanted>,
): Promise<z.infer<typeof seatTaken>> {
  const { account } = context;
  const who = account ?? person;
  if (!who)
    throw refusal("Say who takes the seat.", [
      { path: "person", reason: "Say a name and a mail address, or sign in" },
    ]);
  const email = who.email.toLowerCase();
  return services.db.withSchool(context, async (tx) => {
    const { order, offer, sold, left } = await openedByLink(tx, context, id, secret, true);
    const known = await findPersonByEmail(tx, email);
    const inAlready = await wayIn(
      tx,
      context,
      sold,
      account ? (context.person ?? known?.id) : known?.id,
    );
    if (inAlready.isIn) {
      // Nobody learns here who is in: whoever asks for this address is told the same as a newcomer.
      const first: First = ({ came }) => [came.inAlready];
      const told = { email, known, first };
      const { title } = order;
      if (!account && inAlready.enrollment !== null)
        await tellEnrolled(tx, services, context, inAlready.enrollment, told);
      else if (known && !account)
        await tellMember(tx, services, context, {
          told,
          title,
          terms: termsOf(sold.offer),
          person: known.id,
        });
      return { enrollment: account ? inAlready.enrollment : null, mailed: !account };
    }
    if (left < 1) throw conflict(`All seats are taken. Ask ${fromOf(order)} for one more.`);
    const first = await giveOne(tx, services, context, order, offer, {
      name: who.name,
      email,
      account: account?.id ?? null,
      timeZone,
      language: languageFor(context.languages, LANGUAGES),
      says: ({ came }) => [came.seatOf(inMail(fromOf(order)))],
    });
    return { enrollment: account ? first : null, mailed: !account };
  });
}

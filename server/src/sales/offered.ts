/** A listing as a buyer meets it: what it costs them at this instant and why, and what opens when if they bought now. */
import type { Offered, offeredQuery } from "@dawngate/contract/sales";
import { windowState } from "@dawngate/core/enrollment";
import {
  type Listing,
  mayWithdraw,
  normalCode,
  type Quote,
  type QuoteStep,
  quote,
} from "@dawngate/core/sales";
import { formatDate, formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import { LRUCache } from "lru-cache";
import type { z } from "zod";
import { notFound } from "../base/problem";
import { heldInside } from "../courses/inside-store";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { membershipsOf } from "../enrollment/memberships/store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { listingOf } from "../school/price";
import { reading } from "../school/service";
import { readSchool, type SchoolRow } from "../school/store";
import { placeOfBuyer, type Taxed, taxFor } from "./buyer-tax";
import { onFileOf } from "./cards/on-file";
import { firstDatesOf } from "./first-dates";
import { giveBackDay } from "./give-back-day";
import { insideOf, wouldGain } from "./inside";
import { type ListingRow, readHeld, readListing, readUses } from "./listing-store";
import { hasMembership, offeredMembership } from "./memberships/membership";
import { renewableMembership } from "./memberships/renewal";
import { noteOfPrice } from "./price-history";
import { type Renewable, renewable, waysToRenew } from "./renewal";
import { type SoldCohort, soldCohorts, waitingOf, worst } from "./sold-cohorts";

/** A listing that can be met, with all that its price depends on. */
export interface OnSale {
  row: ListingRow;
  listing: Listing;
  school: Awaited<ReturnType<typeof readSchool>>;
  seatsLeft: number | null;
  /** Of the listing itself, its cohorts aside; null: no limit. */
  ownLeft: number | null;
  state: Offered["state"];
  /** The courses of it that the one who asks is in. */
  holds: string[];
  /** The memberships they have, by the listings. */
  memberships: string[];
  /** They are in all of it, and would stay no longer by buying it. */
  isInside: boolean;
  /** What of it is sold with a cohort. */
  cohorts: SoldCohort[];
  /** They are in all of it, and can stay longer; null: they cannot. */
  renews: Renewable[] | null;
}

/**
 * Reads a listing for somebody who would buy it. `hold`: they do, with these codes; what is counted of it, seats and
 * codes, is theirs until the transaction ends. Where nothing is counted, many buy at once.
 */
export async function readOnSale(
  tx: SchoolTransaction,
  { school: schoolId, person, now }: Pick<Context, "school" | "person" | "now">,
  id: string,
  email: string | null,
  { codes: entered, hold }: { codes: readonly string[]; hold: boolean },
): Promise<OnSale> {
  const [met, school] = await Promise.all([readListing(tx, id), readSchool(tx)]);
  const row = met && hold && counts(met, entered) ? await readListing(tx, id, true) : met;
  if (row?.state !== "on-sale" && row?.state !== "private")
    throw notFound("There is nothing on sale at this address.");
  const { offer } = row;
  const instant = formatInstant(now);
  // Counted where something hangs on it.
  const [uses, held] = await Promise.all([
    entered.length === 0 ? null : readUses(tx, id, email, instant),
    offer.seatLimit === null ? 0 : readHeld(tx, id, instant),
  ]);
  const free = offer.seatLimit === null ? null : Math.max(0, offer.seatLimit - row.sold - held);
  const where = { school: schoolId, timeZone: school.time_zone, now, person };
  const cohorts = await soldCohorts(tx, where, offer, hold);
  const limits = [free, ...cohorts.map(({ left }) => left)].filter((left) => left !== null);
  const seatsLeft = limits.length === 0 ? null : Math.min(...limits);
  const at = { school: schoolId, now };
  const asked = [...offer.courses.map((one) => one.id), ...(offer.holder?.courses ?? [])];
  const inside = person === null ? new Map() : await insideOf(tx, at, asked, person);
  // Whoever holds a course holds what stands in it.
  const within = person === null ? new Map() : await heldInside(tx, person, asked, instant);
  const isInAll = offer.courses.every((course) => inside.has(course.id));
  const wanted = (offer.holder?.memberships ?? []).length > 0;
  const memberships =
    wanted && person !== null ? await membershipsOf(tx, person, formatInstant(now)) : [];
  const own =
    offer.membership !== null && person !== null ? await hasMembership(tx, at, id, person) : null;
  return {
    row,
    listing: withUses(listingIn(schoolId, row, school), uses),
    school,
    seatsLeft,
    renews:
      offer.membership !== null
        ? own && renewableMembership(id, offer, own.endsAt, school, now)
        : isInAll
          ? await renewable(tx, { ...at, person }, offer)
          : null,
    cohorts,
    ownLeft: free,
    state: worst([
      windowState(offer.window, zoneOf(school.time_zone), now, seatsLeft),
      ...cohorts.map((one) => one.state),
    ]),
    holds: [...new Set([...inside.keys(), ...within.keys()])],
    memberships: memberships.map(({ listing }) => listing),
    isInside:
      offer.membership !== null
        ? own !== null
        : isInAll && !(await wouldGain(tx, at, { listing: id, offer }, inside)),
  };
}

/** What was read is true for ever: the terms of a number do not change. */
const kept = new LRUCache<string, Listing>({ max: 500 });

function listingIn(of: SchoolId, { id, number, offer }: ListingRow, school: SchoolRow): Listing {
  const key = JSON.stringify([of, id, number, school.currency, school.time_zone]);
  const found = kept.get(key);
  if (found) return found;
  const read = listingOf(id, offer, school);
  kept.set(key, read);
  return read;
}

/** How often its codes were used, by everybody and by the buyer. */
function withUses(listing: Listing, uses: Awaited<ReturnType<typeof readUses>> | null): Listing {
  if (uses === null) return listing;
  const codes = listing.codes.map((code) => {
    const { used = 0, own = 0 } = uses.get(normalCode(code.code)) ?? {};
    return { ...code, used, usedByBuyer: own };
  });
  return { ...listing, codes };
}

/** Whether one purchase of it can take what another wants: its seats, a cohort's, or a code's uses. */
const counts = ({ offer }: ListingRow, codes: readonly string[]) =>
  offer.seatLimit !== null || offer.cohorts.length > 0 || codes.length > 0;

/** What a buyer asks for, priced. Refused where there is no such way to pay for somebody new. */
export function priced(
  {
    listing,
    holds,
    memberships,
    renews,
  }: Pick<OnSale, "listing" | "holds" | "memberships" | "renews">,
  asked: { option?: string | undefined; seats: number; codes: readonly string[]; renews?: boolean },
  now: Instant,
  tax: Taxed | null,
): { quote: Quote; why: QuoteStep[] } {
  const ways = waysFor(listing, renews !== null && asked.renews !== false && asked.seats === 1);
  const usual = ways.find((one) => one.default) ?? ways[0];
  const option = asked.option === undefined ? usual : ways.find(({ id }) => id === asked.option);
  if (!option) throw notFound("There is no such way to pay.");
  const why: QuoteStep[] = [];
  const answer = quote(
    listing,
    {
      at: now,
      option: option.id,
      seats: asked.seats,
      codes: asked.codes,
      holds,
      memberships,
      place: tax?.place ?? null,
    },
    why,
  );
  return { quote: answer, why };
}

/** The ways to pay of somebody who renews, or of anybody else. */
export const waysFor = ({ options }: Listing, renews: boolean) =>
  renews ? waysToRenew(options) : options.filter(({ renewal }) => !renewal);

async function shownOnFile(tx: SchoolTransaction, context: Context): Promise<Offered["onFile"]> {
  const card = await onFileOf(tx, context);
  return card && { ends: card.ends };
}

export async function showOffered(
  { db, numbers }: Pick<Services, "db" | "numbers">,
  context: Context,
  id: string,
  { option, seats, codes, timeZone, renews, ...said }: z.infer<typeof offeredQuery>,
): Promise<Offered> {
  const { now } = context;
  const buyer = await placeOfBuyer(numbers, said);
  return reading(db, context, async (tx) => {
    const entered = (codes ?? "")
      .split(",")
      .map((code) => code.trim())
      .filter(Boolean)
      .slice(0, 20);
    const email = context.account?.email ?? null;
    const onSale = await readOnSale(tx, context, id, email, { codes: entered, hold: false });
    const { row, listing, school, seatsLeft, state, holds, memberships } = onSale;
    const { offer } = row;
    const tax = taxFor(school, offer, buyer, now);
    const isRenewal = onSale.renews !== null && seats === 1 && renews !== "false";
    const asked = { option, seats, codes: entered, renews: isRenewal };
    const { quote: answer, why } = priced(onSale, asked, now, tax);
    const of = { school: context.school, listing: id, number: row.number };
    const zone = timeZone ?? school.time_zone;
    const [note, courses] = await Promise.all([
      noteOfPrice(tx, of, school, answer.option, now),
      firstDatesOf(tx, context, school, offer, onSale.cohorts, zone, context.person),
    ]);
    return {
      id,
      title: offer.title,
      points: offer.points,
      school: {
        name: school.name,
        color: school.color,
        contact: school.contact,
        timeZone: school.time_zone,
      },
      currency: school.currency,
      state,
      window: offer.window,
      seatsLeft,
      teams: offer.teams,
      followsUp: school.follow_up_hours !== null && answer.dueNow > 0,
      tax: tax && {
        treatment: tax.place.treatment,
        country: tax.place.country,
        rate: tax.place.rate,
        buyer: tax.buyer,
      },
      ways: waysFor(listing, isRenewal).map((one) => ({
        id: one.id,
        kind: one.kind,
        total: quote(listing, {
          at: now,
          option: one.id,
          holds,
          memberships,
          place: tax?.place ?? null,
        }).total,
        count: one.kind === "installments" ? one.count : null,
        every: one.kind === "installments" || one.kind === "subscription" ? one.every : null,
        trial: one.kind === "subscription" ? one.trial : null,
      })),
      quote: answer,
      note: {
        rises: note.rises && { on: formatDate(note.rises.on), amount: note.rises.amount },
        before: note.before,
      },
      why,
      courses,
      membership: await offeredMembership(tx, offer, school, now),
      waiting: waitingOf(onSale),
      holds: (offer.courses.length > 0 || offer.membership !== null) && onSale.isInside,
      renews: isRenewal
        ? (onSale.renews ?? []).map(({ course, until, becomes }) => ({
            course,
            until: formatInstant(until),
            becomes: formatInstant(becomes),
          }))
        : null,
      onFile: answer.dueNow > 0 ? await shownOnFile(tx, context) : null,
      giveBack:
        answer.total > 0 && mayWithdraw(tax?.buyer ?? null) ? giveBackDay(school, now) : null,
    };
  });
}

/** A listing as a buyer meets it: what it costs them at this instant and why, and what opens when if they bought now. */
import type { Offer, Offered, offeredQuery } from "@dawngate/contract/sales";
import { windowState } from "@dawngate/core/enrollment";
import { isSame } from "@dawngate/core/plan";
import {
  EU,
  type Listing,
  normalCode,
  type Quote,
  type QuoteStep,
  quote,
} from "@dawngate/core/sales";
import { formatDate, formatInstant, type Instant, zoneOf } from "@dawngate/core/time";
import type { z } from "zod";
import { notFound } from "../base/problem";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { activeEnrollment } from "../enrollment/enroll";
import { laterEnd } from "../enrollment/reach";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { listingOf } from "../school/price";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { placeOfBuyer, type Taxed, taxFor } from "./buyer-tax";
import { firstDatesOf } from "./first-dates";
import { giveBackDay } from "./give-back-day";
import { type ListingRow, readHeld, readListing, readUses } from "./listing-store";
import { noteOfPrice } from "./price-history";
import { type Renewable, renewable, waysToRenew } from "./renewal";
import { type SoldCohort, soldCohorts, worst } from "./sold-cohorts";
import { cohortIn } from "./terms-store";

/** A listing that can be met, with all that its price depends on. */
export interface OnSale {
  row: ListingRow;
  listing: Listing;
  school: Awaited<ReturnType<typeof readSchool>>;
  seatsLeft: number | null;
  state: Offered["state"];
  /** The courses of it that the one who asks is in. */
  holds: string[];
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
  hold: { codes: readonly string[] } | null = null,
): Promise<OnSale> {
  const [met, school] = await Promise.all([readListing(tx, id), readSchool(tx)]);
  const row = met && hold && counts(met, hold.codes) ? await readListing(tx, id, true) : met;
  if (row?.state !== "on-sale" && row?.state !== "private")
    throw notFound("There is nothing on sale at this address.");
  const { offer } = row;
  const asked = formatInstant(now);
  const [uses, held] = await Promise.all([readUses(tx, id, email, asked), readHeld(tx, id, asked)]);
  const codes = offer.codes.map((code) => {
    const { used = 0, own = 0 } = uses.get(normalCode(code.code)) ?? {};
    return { ...code, used, usedByBuyer: own };
  });
  const own = offer.seatLimit === null ? null : Math.max(0, offer.seatLimit - row.sold - held);
  const where = { school: schoolId, timeZone: school.time_zone, now };
  const cohorts = await soldCohorts(tx, where, offer, hold !== null);
  const limits = [own, ...cohorts.map(({ left }) => left)].filter((left) => left !== null);
  const seatsLeft = limits.length === 0 ? null : Math.min(...limits);
  const inside = new Map<string, string>();
  if (person !== null)
    for (const course of new Set([
      ...offer.courses.map((one) => one.id),
      ...(offer.holder?.courses ?? []),
    ])) {
      const active = await activeEnrollment(tx, schoolId, course, person, now);
      if (active !== null) inside.set(course, active);
    }
  const isInAll = offer.courses.every((course) => inside.has(course.id));
  const at = { school: schoolId, now };
  return {
    row,
    listing: listingOf(id, { ...offer, codes }, school),
    school,
    seatsLeft,
    renews: isInAll ? await renewable(tx, { ...at, person }, offer) : null,
    cohorts,
    state: worst([
      windowState(offer.window, zoneOf(school.time_zone), now, seatsLeft),
      ...cohorts.map((one) => one.state),
    ]),
    holds: [...inside.keys()],
    isInside: isInAll && !(await isMore(tx, at, offer, inside)),
  };
}

/**
 * Whether a course of it is sold for longer than somebody is in it, and by other terms: who was let in for two weeks can
 * buy it. Who has bought it by these terms stays longer by renewing, and buys nothing twice by mistake.
 */
async function isMore(
  tx: SchoolTransaction,
  at: { school: SchoolId; now: Instant },
  offer: Offer,
  inside: ReadonlyMap<string, string>,
): Promise<boolean> {
  const { validity } = offer;
  for (const { id } of offer.courses) {
    const bought = { cohort: cohortIn(offer, id), validity };
    const later = await laterEnd(tx, at, inside.get(id) ?? "", bought);
    if (later && !isSame(later.held.enrollment.validity, validity)) return true;
  }
  return false;
}

/** Whether one purchase of it can take what another wants: its seats, a cohort's, or a code's uses. */
const counts = ({ offer }: ListingRow, codes: readonly string[]) =>
  offer.seatLimit !== null || offer.cohorts.length > 0 || codes.length > 0;

/** What a buyer asks for, priced. Refused where there is no such way to pay for somebody new. */
export function priced(
  { listing, holds, renews }: Pick<OnSale, "listing" | "holds" | "renews">,
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
      place: tax?.place ?? null,
    },
    why,
  );
  return { quote: answer, why };
}

/** The ways to pay of somebody who renews, or of anybody else. */
export const waysFor = ({ options }: Listing, renews: boolean) =>
  renews ? waysToRenew(options) : options.filter(({ renewal }) => !renewal);

/** A consumer in the Union may; whoever is not asked where they are, is told so. */
const mayWithdraw = (tax: Taxed | null) =>
  tax === null || (!tax.buyer.company && EU.has(tax.buyer.country));

export async function showOffered(
  { db, numbers }: Pick<Services, "db" | "numbers">,
  context: Context,
  id: string,
  { option, seats, codes, timeZone, renews, ...said }: z.infer<typeof offeredQuery>,
): Promise<Offered> {
  const { now } = context;
  const buyer = await placeOfBuyer(numbers, said);
  return reading(db, context, async (tx) => {
    const onSale = await readOnSale(tx, context, id, context.account?.email ?? null);
    const { row, listing, school, seatsLeft, state, holds } = onSale;
    const { offer } = row;
    const entered = (codes ?? "")
      .split(",")
      .map((code) => code.trim())
      .filter(Boolean)
      .slice(0, 20);
    const tax = taxFor(school, offer, buyer, now);
    const isRenewal = onSale.renews !== null && seats === 1 && renews !== "false";
    const asked = { option, seats, codes: entered, renews: isRenewal };
    const { quote: answer, why } = priced(onSale, asked, now, tax);
    const of = { school: context.school, listing: id, number: row.number };
    const zone = timeZone ?? school.time_zone;
    const [note, courses] = await Promise.all([
      noteOfPrice(tx, of, school, answer.option, now),
      firstDatesOf(tx, context, school, offer, onSale.cohorts, zone),
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
        total: quote(listing, { at: now, option: one.id, holds, place: tax?.place ?? null }).total,
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
      holds: offer.courses.length > 0 && onSale.isInside,
      renews: isRenewal
        ? (onSale.renews ?? []).map(({ course, until, becomes }) => ({
            course,
            until: formatInstant(until),
            becomes: formatInstant(becomes),
          }))
        : null,
      giveBack: answer.total > 0 && mayWithdraw(tax) ? giveBackDay(school, now) : null,
    };
  });
}

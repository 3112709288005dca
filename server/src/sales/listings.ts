/** Listings, as those who sell make and change them: every state of their terms is kept, and no order is touched. */
import { randomBytes } from "node:crypto";
import {
  type ListingAnswer,
  type listingChange,
  type listings,
  type listingsQuery,
  type newListing,
  type Offer,
  offer as offerSchema,
} from "@dawngate/contract/sales";
import { addressOf } from "@dawngate/core/catalog";
import { sayList } from "@dawngate/core/notices";
import { isSame, itemsOf } from "@dawngate/core/plan";
import {
  isOpenBy,
  membershipFaults,
  type PriceOption,
  type SalesSnag,
  salesSnags,
} from "@dawngate/core/sales";
import { formatDate, formatInstant, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { conflict, notFound, refusal } from "../base/problem";
import { findPublished } from "../courses/service";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { coursesOpenBy } from "../enrollment/memberships/member";
import { courseMet } from "../enrollment/memberships/store";
import { readCohorts } from "../schedule/cohort-store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { listingOf, lowestOf, type PricedIn } from "../school/price";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import {
  insertListing,
  insertTerms,
  type ListingRow,
  readBrought,
  readHeld,
  readListing,
  readListings,
  readTitles,
  updateListing,
} from "./listing-store";

/** So many codes are told of. */
const BROUGHT = 200;

const listEnd = z.tuple([z.string().max(1000), z.string().max(200)]);

export async function showListings(
  { db }: Pick<Services, "db">,
  context: Context,
  { course, after, most }: z.infer<typeof listingsQuery>,
): Promise<z.infer<typeof listings>> {
  const place = after === undefined ? null : readCursor(listEnd, after);
  return reading(db, context, async (tx) => {
    const school = await readSchool(tx);
    const end = place && { title: place[0], id: place[1] };
    const rows = await readListings(tx, end, most, course ?? null);
    const met = course === undefined ? null : await courseMet(tx, course);
    const page = rows.slice(0, most);
    const last = page.at(-1);
    return {
      listings: page.map(({ id, state, sold, offer, courses }) => {
        const lowest =
          offer.options.length === 0 ? null : lowestOf(listingOf(id, offer, school), context.now);
        const price = lowest && { ...lowest, currency: school.currency };
        const membership =
          offer.membership &&
          (met !== null && !isOpenBy(offer.membership, met) ? "left-out" : "in");
        return { id, title: offer.title, state, courses, price, membership, sold };
      }),
      next: rows.length > most && last ? writeCursor([last.offer.title, last.id]) : null,
    };
  });
}

/** A new listing: of these courses, once, at no price yet. */
export async function createListing(
  { db }: Pick<Services, "db">,
  context: Context,
  { title, courses, membership }: z.output<typeof newListing>,
): Promise<{ id: string }> {
  return db.withSchool(context, async (tx) => {
    await knownCourses(tx, courses);
    const offer = offerSchema.parse({
      title,
      courses: courses.map((id) => ({ id })),
      membership: membership ? { except: [], subjects: [] } : null,
    });
    goTogether(offer);
    const at = formatInstant(context.now);
    const address = addressOf(title) || "listing";
    for (const id of [address, `${address}-${randomBytes(3).toString("hex")}`])
      if (await insertListing(tx, context.school, id, offer, at)) return { id };
    throw conflict("Its address is taken; try again.");
  });
}

/** Refused where something does not go with a membership. */
function goTogether(offer: Offer): void {
  const faults = membershipFaults(offer);
  if (faults.length > 0)
    throw refusal(
      "This does not go with a membership.",
      faults.map(({ path, reason }) => ({ path: `offer.${path}`, reason })),
    );
}

async function knownCourses(tx: SchoolTransaction, courses: readonly string[]): Promise<void> {
  const known = new Set((await readTitles(tx, courses)).map(({ id }) => id));
  const faults = courses.flatMap((id, i) =>
    known.has(id)
      ? []
      : [{ path: `courses[${i}].id`, reason: `There is no course "${id}" in this school` }],
  );
  if (faults.length > 0) throw refusal("A course of the listing is not there.", faults);
}

/** Each cohort is one of a course that is in it, and each course has one at the most. */
async function knownCohorts(tx: SchoolTransaction, { courses, cohorts }: Offer): Promise<void> {
  const faults: { path: string; reason: string }[] = [];
  const seen = new Set<string>();
  for (const [i, { course, cohort }] of cohorts.entries()) {
    const say = (part: string, reason: string) =>
      faults.push({ path: `offer.cohorts[${i}].${part}`, reason });
    if (seen.has(course)) say("course", "This course has a cohort already");
    else if (!courses.some(({ id }) => id === course)) say("course", "This course is not in it");
    else if (!(await readCohorts(tx, course)).some((one) => one.cohort.id === cohort))
      say("cohort", "There is no such cohort in this course");
    seen.add(course);
  }
  if (faults.length > 0) throw refusal("A cohort of the listing is not there.", faults);
}

/** An end that counts from a module or a lesson counts from one of the course that is sold alone. */
async function knownEnds(
  tx: SchoolTransaction,
  school: SchoolId,
  { courses, validity }: Offer,
): Promise<void> {
  const counted = (validity ?? []).flatMap((end, i) =>
    "item" in end ? [{ item: end.item, i }] : [],
  );
  if (counted.length === 0) return;
  const [first, ...others] = courses;
  const alone = first && others.length === 0 ? first.id : null;
  const known = alone === null ? null : await heldItems(tx, school, alone);
  const faults = counted.flatMap(({ item, i }) => {
    const path = `offer.validity[${i}].item`;
    if (known === null)
      return [
        { path, reason: "Several courses: count from what all of them have, such as paying" },
      ];
    return known.has(item)
      ? []
      : [{ path, reason: `The course has no module or lesson "${item}" that is published` }];
  });
  if (faults.length > 0) throw refusal("An end of access counts from what is not in it.", faults);
}

/** The course itself, its modules and its lessons, as published. */
async function heldItems(tx: SchoolTransaction, school: SchoolId, course: string) {
  const found = await findPublished(tx, school, course);
  return new Set(found ? [course, ...itemsOf(found.plan).map(({ id }) => id)] : []);
}

export async function showListing(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
): Promise<ListingAnswer> {
  return reading(db, context, (tx) => answered(tx, context, id));
}

/** Changes a listing. Refused where somebody else has changed it since. What cannot be bought is not put on sale. */
export async function changeListing(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  { number, offer, state: wanted }: z.infer<typeof listingChange>,
): Promise<ListingAnswer> {
  return db.withSchool(context, async (tx) => {
    const row = await readListing(tx, id, true);
    if (!row) throw notFound(`There is no listing "${id}" in this school.`);
    const state = wanted ?? row.state;
    const same = isSame(row.offer, offer);
    // The same press twice is one change.
    if (same && state === row.state) return answered(tx, context, id);
    if (row.number !== number)
      throw conflict("Somebody else has changed this listing meanwhile. Load it again to see how.");
    goTogether(offer);
    await knownCourses(
      tx,
      offer.courses.map((course) => course.id),
    );
    await knownCohorts(tx, offer);
    await knownEnds(tx, context.school, offer);
    const school = await readSchool(tx);
    listingOf(id, { ...offer, options: withAny(offer.options) }, school);
    const snags = await snagsOf(tx, id, offer, school, context.now);
    const stops = snags.filter(({ weight }) => weight === "stops");
    if ((state === "on-sale" || state === "private") && stops.length > 0)
      throw conflict(`It cannot be sold like this. ${stops.map(({ reason }) => reason).join(" ")}`);
    const next = row.number + 1;
    const at = formatInstant(context.now);
    await insertTerms(tx, context.school, id, { number: next, state }, offer, at);
    await updateListing(tx, id, { title: offer.title, state, number: next });
    return answered(tx, context, id);
  });
}

/** The core asks for a way to pay; a listing that is begun may have none yet. */
const withAny = (options: readonly PriceOption[]): PriceOption[] =>
  options.length > 0
    ? [...options]
    : [{ id: "none", kind: "free", default: false, renewal: false }];

async function snagsOf(
  tx: SchoolTransaction,
  id: string,
  offer: Offer,
  school: PricedIn,
  now: Instant,
): Promise<SalesSnag[]> {
  const titles = await readTitles(
    tx,
    offer.courses.map((course) => course.id),
  );
  const today = formatDate(localDateAt(zoneOf(school.time_zone), now));
  const listing = listingOf(id, { ...offer, options: withAny(offer.options) }, school);
  const found = salesSnags({ ...listing, options: offer.options }, offer, today);
  const unpublished = titles
    .filter(({ published }) => !published)
    .map(({ title }) => ({
      weight: "stops" as const,
      reason: `“${title}” was never published: publish it first.`,
    }));
  const { membership } = offer;
  const isEmpty = membership !== null && (await coursesOpenBy(tx, membership)).length === 0;
  const empty = isEmpty
    ? [
        {
          weight: "likely" as const,
          reason: `No course${membership.subjects.length === 0 ? "" : ` of ${sayList(membership.subjects)}`} is open by it today: whoever buys it waits for one to come.`,
        },
      ]
    : [];
  return [...unpublished, ...empty, ...found];
}

async function answered(
  tx: SchoolTransaction,
  context: Context,
  id: string,
): Promise<ListingAnswer> {
  const row: ListingRow | null = await readListing(tx, id);
  if (!row) throw notFound(`There is no listing "${id}" in this school.`);
  const school = await readSchool(tx);
  const { offer, number, state, sold } = row;
  const titles = await readTitles(
    tx,
    offer.courses.map((course) => course.id),
  );
  return {
    id,
    number,
    state,
    offer,
    currency: school.currency,
    timeZone: school.time_zone,
    courses: titles.map(({ id: course, title }) => ({ id: course, title })),
    sold,
    held: await readHeld(tx, id, formatInstant(context.now)),
    brought: await readBrought(tx, id, BROUGHT),
    snags: await snagsOf(tx, id, offer, school, context.now),
  };
}

/** The catalog: what a school shows to everybody, page by page. */
import type { CatalogEntry, CatalogPage, catalogQuery } from "@dawngate/contract/catalog";
import { wordsOf } from "@dawngate/core/courses";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import type { SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { listingOf, lower, lowestOf, type PricedIn } from "../school/price";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { readFacets, readShown, type ShownRow } from "./shown-store";

const place = z.tuple([z.int(), z.int(), z.string().max(400)]);

export async function showCatalog(
  { db }: Pick<Services, "db">,
  context: Context,
  query: z.infer<typeof catalogQuery>,
): Promise<CatalogPage> {
  return reading(db, context, (tx) => catalogIn(tx, context.now, query));
}

export async function catalogIn(
  tx: SchoolTransaction,
  now: Instant,
  { after, most, ...narrowed }: z.infer<typeof catalogQuery>,
): Promise<CatalogPage> {
  const school = await readSchool(tx);
  const today = formatDate(localDateAt(zoneOf(school.time_zone), now));
  const rows = await readShown(
    tx,
    today,
    narrowed,
    after === undefined ? null : readCursor(place, after),
    most,
  );
  const page = rows.slice(0, most);
  const last = page.at(-1);
  return {
    school: { name: school.name, color: school.color, contact: school.contact },
    words: wordsOf(school.words),
    entries: page.map((row) => entryOf(row, school, now)),
    ...(await readFacets(tx, today)),
    next: rows.length > most && last ? writeCursor([last.rank, last.position, last.key]) : null,
  };
}

function entryOf(
  { offers, position, ...row }: ShownRow,
  school: Awaited<ReturnType<typeof readSchool>>,
  now: Instant,
): CatalogEntry {
  const { kind, id, title, short, subject, level, cover, lessons, minutes, courses, featured } =
    row;
  const { members, opens } = row;
  return {
    ...{ kind, id, title, short, subject, level, cover, lessons, minutes, courses, featured },
    ...{ members, opens },
    subjects: opens === null ? [] : (offers[0]?.offer.membership?.subjects ?? []),
    sold: offers.length > 0,
    price: priceOf(offers, school, now),
  };
}

/** The lowest that is asked for on this day; null: nothing can be bought. */
export function priceOf(
  offers: ShownRow["offers"],
  school: PricedIn,
  now: Instant,
): CatalogEntry["price"] {
  const prices = offers.flatMap(({ id, offer }) => {
    const lowest = offer.options.length === 0 ? null : lowestOf(listingOf(id, offer, school), now);
    return lowest === null ? [] : [lowest];
  });
  const least = lower(prices);
  return least && { ...least, currency: school.currency };
}

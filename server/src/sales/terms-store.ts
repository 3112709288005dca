/** The terms a listing had when somebody bought it. */
import { type Offer, offer } from "@dawngate/contract/sales";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import type { ListingTable } from "../db/tables/sales";

const UNSAID = offer.parse({ title: "-", courses: [] });

/** Terms as they are read: what was not asked for when they were written is as it was then. */
export const offerOf = (terms: Partial<Offer>): Offer => ({ ...UNSAID, ...terms }) as Offer;

export async function readTerms(
  tx: SchoolTransaction,
  listing: string,
  number: number,
): Promise<Offer | null> {
  const row = await tx
    .selectFrom("listing_terms")
    .select("terms")
    .where("listing_id", "=", listing)
    .where("number", "=", number)
    .executeTakeFirst();
  return row ? offerOf(row.terms as Partial<Offer>) : null;
}

/** The cohort a course is sold with; null: none. */
export const cohortIn = (terms: Pick<Offer, "cohorts"> | null, course: string) =>
  terms?.cohorts.find((one) => one.course === course)?.cohort ?? null;

/** What of the terms a price hangs on, but for codes, which nobody is told beside it. */
const PRICED = ["courses", "tax", "options", "dated", "seats", "holder"] as const;

/**
 * What the prices of a listing were, the earliest first: the latest so many states in which something of them, or
 * whether it was on sale, changed.
 */
export async function readHistory(tx: SchoolTransaction, listing: string, most: number) {
  const { rows } = await sql<{
    at: string;
    state: ListingTable["state"] | null;
    offer: Partial<Offer>;
  }>`
    select at, state, priced || '{"codes": []}' as offer from (
      select number, at, state, priced,
        number = min(number) over () or priced is distinct from lag(priced) over ordered
          or state is distinct from lag(state) over ordered as changed
      from (
        select number, at, state, (
          select coalesce(jsonb_object_agg(key, value), '{}') from jsonb_each(terms)
          where key = any (${[...PRICED]}::text[])
        ) as priced
        from listing_terms where listing_id = ${listing}
      ) t window ordered as (order by number)
    ) t
    where changed order by number desc limit ${sql.lit(most)}
  `.execute(tx);
  return rows.reverse().map(({ offer, ...row }) => ({ ...row, offer: offerOf(offer) }));
}

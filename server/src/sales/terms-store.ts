/** The terms a listing had when somebody bought it. */
import type { Offer } from "@dawngate/contract/sales";
import type { SchoolTransaction } from "../db/connection";

/** Terms as they are read: what was not asked for when they were written is as it was then. */
export const offerOf = (terms: Partial<Offer>): Offer =>
  ({ supply: "electronic", teams: false, ...terms }) as Offer;

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

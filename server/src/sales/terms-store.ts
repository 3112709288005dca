/** The terms a listing had when somebody bought it. */
import type { Offer } from "@dawngate/contract/sales";
import type { SchoolTransaction } from "../db/connection";

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
  return (row?.terms as Offer | undefined) ?? null;
}

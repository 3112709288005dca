/** What a buyer answered the school, as long as it waits with the order. */
import type { FieldAnswers } from "@dawngate/contract/own-fields";
import type { SchoolTransaction } from "../db/connection";

/** What the buyer of an order answered, taken from it: it is theirs from now on, and the order holds it no more. */
export async function takeOrderAnswers(
  tx: SchoolTransaction,
  order: string,
): Promise<FieldAnswers | null> {
  const row = await tx
    .selectFrom("sales_order")
    .select("answers")
    .where("id", "=", order)
    .executeTakeFirst();
  if (!row?.answers) return null;
  await tx.updateTable("sales_order").set({ answers: null }).where("id", "=", order).execute();
  return row.answers;
}

/** Pages of blocks in the database: as they are edited, and as visitors see them. */
import type { Block } from "@dawngate/core/catalog";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { PageOf } from "./address-store";

/** The page of something, kept from changes of others where it is to be changed; undefined: nobody has touched it. */
export async function readBlockPage(tx: SchoolTransaction, { kind, id }: PageOf, hold = false) {
  const query = tx
    .selectFrom("block_page")
    .select(["number", "draft", "published", "published_at"])
    .where("kind", "=", kind)
    .where("subject", "=", id);
  return (hold ? query.forUpdate() : query).executeTakeFirst();
}

/** Keeps a change made to the page of this number; false where somebody was quicker. */
export async function keepBlockPage(
  tx: SchoolTransaction,
  school: SchoolId,
  { kind, id }: PageOf,
  number: number,
  blocks: readonly Block[],
): Promise<boolean> {
  const draft = JSON.stringify(blocks);
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("block_page")
    .values({ school_id: school, kind, subject: id, number: number + 1, draft })
    .onConflict((on) =>
      on
        .columns(["school_id", "kind", "subject"])
        .doUpdateSet({ draft, number: number + 1 })
        .where("block_page.number", "=", number),
    )
    .executeTakeFirst();
  return numInsertedOrUpdatedRows === 1n;
}

export async function publishBlockPage(
  tx: SchoolTransaction,
  { kind, id }: PageOf,
  blocks: readonly Block[],
  at: string,
): Promise<void> {
  await tx
    .updateTable("block_page")
    .set({ published: JSON.stringify(blocks), published_at: at })
    .where("kind", "=", kind)
    .where("subject", "=", id)
    .execute();
}

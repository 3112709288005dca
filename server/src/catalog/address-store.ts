/** The addresses of public pages: the latest is told, the earlier ones lead to it. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** What a page is about. */
export interface PageOf {
  kind: "course" | "listing";
  id: string;
}

/** What stands at an address that is no identifier; null: nothing. */
async function findByAddress(
  tx: SchoolTransaction,
  kind: PageOf["kind"],
  address: string,
): Promise<string | null> {
  const row = await tx
    .selectFrom("page_address")
    .select("subject")
    .where("kind", "=", kind)
    .where("address", "=", address)
    .executeTakeFirst();
  return row?.subject ?? null;
}

/** What is read of something known by its identifier or, where there is none, by one of its addresses. */
export async function foundAt<T>(
  tx: SchoolTransaction,
  kind: PageOf["kind"],
  asked: string,
  read: (tx: SchoolTransaction, id: string) => Promise<T | null>,
): Promise<{ id: string; row: T | null }> {
  const row = await read(tx, asked);
  if (row) return { id: asked, row };
  const id = await findByAddress(tx, kind, asked);
  return id === null ? { id: asked, row: null } : { id, row: await read(tx, id) };
}

/** All addresses of a page, the one that is told first. */
export async function readAddresses(tx: SchoolTransaction, { kind, id }: PageOf) {
  const rows = await tx
    .selectFrom("page_address")
    .select("address")
    .where("kind", "=", kind)
    .where("subject", "=", id)
    .orderBy("at", "desc")
    .orderBy("address")
    .limit(100)
    .execute();
  return rows.map(({ address }) => address);
}

/** Whether something of the kind has this identifier. */
export async function isIdentifier(tx: SchoolTransaction, { kind }: PageOf, address: string) {
  const { rows } = await sql`
    select 1 from ${sql.table(kind)} where id = ${address}
  `.execute(tx);
  return rows.length > 0;
}

/** Makes it the address that is told; false where another page has it. */
export async function setAddress(
  tx: SchoolTransaction,
  school: SchoolId,
  { kind, id }: PageOf,
  address: string,
  at: string,
): Promise<boolean> {
  const { numInsertedOrUpdatedRows } = await tx
    .insertInto("page_address")
    .values({ school_id: school, kind, subject: id, address, at })
    .onConflict((on) =>
      on
        .columns(["school_id", "kind", "address"])
        .doUpdateSet({ at })
        .where("page_address.subject", "=", id),
    )
    .executeTakeFirst();
  return numInsertedOrUpdatedRows === 1n;
}

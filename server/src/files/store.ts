/** Files in the database: what each is, and what was brought that became one. */
import type { KeptFile } from "@dawngate/contract/files";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

const COLUMNS = ["id", "name", "type", "bytes", "seconds", "width", "height", "pages"] as const;

/** PostgreSQL's large whole numbers come as text. */
const read = <R extends { bytes: unknown }>(row: R) => ({ ...row, bytes: Number(row.bytes) });

export async function readFiles(
  tx: SchoolTransaction,
  ids: readonly string[],
): Promise<KeptFile[]> {
  if (ids.length === 0) return [];
  const rows = await tx.selectFrom("file").select(COLUMNS).where("id", "in", ids).execute();
  return rows.map(read);
}

/** What a file is, for reading its bytes. */
export async function readFile(tx: SchoolTransaction, id: string): Promise<KeptFile | null> {
  return (await readFiles(tx, [id]))[0] ?? null;
}

/** The file that an upload became, where it did. */
export async function readUploaded(tx: SchoolTransaction, upload: string) {
  const row = await tx
    .selectFrom("file_upload")
    .innerJoin("file", (join) =>
      join
        .onRef("file.school_id", "=", "file_upload.school_id")
        .onRef("file.id", "=", "file_upload.file_id"),
    )
    .select([...COLUMNS.map((one) => `file.${one}` as const), "file_upload.author_id"])
    .where("file_upload.id", "=", upload)
    .executeTakeFirst();
  return row ? read(row) : null;
}

/**
 * Holds a file's name until the transaction ends: its bytes are put into place, or taken away, by one at a time, so that
 * nobody takes away what somebody else has just brought.
 */
export async function holdName(tx: SchoolTransaction, school: SchoolId, id: string): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${`${school} ${id}`}, 0))`.execute(tx);
}

/** Keeps what a file is; where its bytes are kept already, as it is called there. */
export async function putFile(
  tx: SchoolTransaction,
  school: SchoolId,
  file: KeptFile,
  upload: string | null,
): Promise<KeptFile> {
  await tx
    .insertInto("file")
    .values({ school_id: school, ...file })
    .onConflict((on) => on.columns(["school_id", "id"]).doNothing())
    .execute();
  if (upload !== null)
    await tx
      .insertInto("file_upload")
      .values({ school_id: school, id: upload, file_id: file.id })
      .onConflict((on) => on.columns(["school_id", "id"]).doNothing())
      .execute();
  return (await readFile(tx, file.id)) ?? file;
}

/** How much a school keeps, in bytes. */
export async function bytesKept(tx: SchoolTransaction): Promise<number> {
  const row = await tx
    .selectFrom("file")
    .select(sql<string>`coalesce(sum(bytes), 0)`.as("bytes"))
    .executeTakeFirst();
  return Number(row?.bytes ?? 0);
}

/** How much an account has brought that is kept still, in bytes: also what it has taken out again, until that is swept. */
export async function bytesBrought(tx: SchoolTransaction, account: string): Promise<number> {
  const { rows } = await sql<{ bytes: string }>`
    select coalesce(sum(f.bytes), 0) as bytes from file f
    where exists (select 1 from file_upload u where u.school_id = f.school_id and u.file_id = f.id
      and u.author_id = ${account})
  `.execute(tx);
  return Number(rows[0]?.bytes ?? 0);
}

/** Files that nothing shows, nor has shown, brought before an instant; `only`: whether this one is still among them. */
export async function unusedFiles(
  tx: SchoolTransaction,
  before: string,
  most: number,
  only: string | null = null,
): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select f.id from file f
    where f.created_at < ${before} ${only === null ? sql`` : sql`and f.id = ${only}`}
      and not exists (select 1 from file_use u where u.school_id = f.school_id and u.file_id = f.id)
      and not exists (select 1 from material m where m.school_id = f.school_id and m.file_id = f.id)
      and not exists (select 1 from submission_file s where s.school_id = f.school_id and s.file_id = f.id)
    order by f.created_at limit ${most}
  `.execute(tx);
  return rows.map(({ id }) => id);
}

export async function deleteFile(tx: SchoolTransaction, id: string): Promise<void> {
  await tx.deleteFrom("file").where("id", "=", id).execute();
}

/** Whether the school of this transaction is there. */
export async function schoolIsThere(tx: SchoolTransaction): Promise<boolean> {
  return (await tx.selectFrom("school").select("id").executeTakeFirst()) !== undefined;
}

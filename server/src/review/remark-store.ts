/** Remarks in the database. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** So many are shown. */
const MOST = 200;

export async function readRemarks(tx: SchoolTransaction, course: string) {
  return tx
    .selectFrom("remark")
    .select([
      "id",
      "item_id as item",
      "body as text",
      "author",
      "author_id",
      "at",
      "settled_at as settledAt",
      "settled_by as settledBy",
    ])
    .where("course_id", "=", course)
    .orderBy(sql`settled_at is not null`)
    .orderBy("at", "desc")
    .limit(MOST)
    .execute();
}

export async function insertRemark(
  tx: SchoolTransaction,
  school: SchoolId,
  { course, item, text, at }: { course: string; item: string | null; text: string; at: string },
): Promise<void> {
  await tx
    .insertInto("remark")
    .values({ school_id: school, course_id: course, item_id: item, body: text, at })
    .execute();
}

/** Settles a remark, or opens it again; false where there is none. */
export async function setSettled(
  tx: SchoolTransaction,
  course: string,
  id: string,
  settled: { at: string; by: string } | null,
): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("remark")
    .set({ settled_at: settled?.at ?? null, settled_by: settled?.by ?? null })
    .where("course_id", "=", course)
    .where("id", "=", id)
    .executeTakeFirst();
  return numUpdatedRows === 1n;
}

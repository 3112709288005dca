/** What a school takes along, and going, in the database. */
import { sql } from "kysely";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";

export async function ownersOf(tx: SchoolTransaction): Promise<string[]> {
  const rows = await tx.selectFrom("member").select("email").where("role", "=", "owner").execute();
  return rows.map(({ email }) => email);
}

/** Marks the school as deleted at an instant, or as not deleted; false where that is so already. */
export async function setDeleted(tx: SchoolTransaction, at: string | null): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("school")
    .set({ deleted_at: at })
    .where("deleted_at", at === null ? "is not" : "is", null)
    .executeTakeFirst();
  return numUpdatedRows === 1n;
}

/** The tables a school takes along, in the order in which they refer to each other. */
const TAKEN = [
  "school",
  "member",
  "course",
  "course_draft",
  "course_page",
  "module_placement",
  "lesson",
  "lesson_revision",
  "file",
  "material",
  "lesson_part",
  "lesson_placement",
  "course_version",
  "course_cover",
  "cohort",
  "cohort_instructor",
  "course_author",
  "person",
  "own_field",
  "own_value",
  "way_in",
  "join_code",
  "entry_request",
  "waiting",
  "entry_block",
  "roster_view",
  "enrollment",
  "enrollment_event",
  "opening",
  "join_code_use",
  "quiz_question",
  "quiz_question_revision",
  "quiz_attempt",
  "quiz_answer",
  "quiz_allowance",
  "survey_answer",
  "survey_pool",
  "rubric",
  "assignment",
  "submission",
  "submission_file",
  "lesson_seen",
  "lesson_note",
  "question",
  "question_answer",
  "draft_operation",
  "remark",
  "listing",
  "listing_terms",
  "listing_course",
  "partner",
  "partner_visit",
  "sales_order",
  "partner_share",
  "partner_payout",
  "order_event",
  "order_enrollment",
  "membership",
  "order_seat",
  "code_use",
  "receipt_series",
  "sales_document",
  "document_series",
  "block_page",
  "page_address",
  "announcement",
  "reminder",
  "change",
] as const;
const PAGE = 500;

/** All rows of a school, table by table, a page at a time: no table is in memory as a whole. */
export async function* rowsOfSchool(
  db: Database,
  school: SchoolId,
): AsyncGenerator<{ table: string; rows: unknown[] }> {
  for (const table of TAKEN) {
    for (let after = "(0,0)"; ; ) {
      // A page in a transaction of its own: whoever takes it slowly holds nothing. Rows are met in their own order.
      const rows = await db.readSchool(school, async (tx) => {
        const found = await sql<{ row: unknown; at: string }>`
          select to_jsonb(t) - '{key,secret_hash,seats_hash,seat_link_hash,page_hash}'::text[] as row, t.ctid::text as at from ${sql.table(table)} t
          where t.ctid > ${after}::tid order by t.ctid limit ${PAGE}
        `.execute(tx);
        return found.rows;
      });
      if (rows.length > 0) yield { table, rows: rows.map(({ row }) => row) };
      const last = rows.at(-1);
      if (rows.length < PAGE || !last) break;
      after = last.at;
    }
  }
}

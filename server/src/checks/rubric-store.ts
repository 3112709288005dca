/** The school's rubrics, in the database. */
import type { RubricChange } from "@dawngate/contract/assignments";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export const RUBRICS_MOST = 200;

export async function readRubrics(tx: SchoolTransaction) {
  return tx
    .selectFrom("rubric")
    .select(["id", "title", "criteria", "author", "created_at as at"])
    .orderBy(sql`lower(title)`)
    .orderBy("id")
    .limit(RUBRICS_MOST)
    .execute();
}

/** How many there are beside one. */
export async function countRubrics(tx: SchoolTransaction, but: string): Promise<number> {
  const { rows } = await sql<{ count: number }>`
    select count(*)::int as count from rubric where id <> ${but}`.execute(tx);
  return rows[0]?.count ?? 0;
}

export async function putRubric(
  tx: SchoolTransaction,
  school: SchoolId,
  id: string,
  { title, criteria }: RubricChange,
): Promise<void> {
  await sql`
    insert into rubric (school_id, id, title, criteria)
    values (${school}, ${id}, ${title}, ${JSON.stringify(criteria)})
    on conflict (school_id, id) do update set title = excluded.title, criteria = excluded.criteria,
      author = excluded.author, author_kind = excluded.author_kind, author_id = excluded.author_id,
      created_at = excluded.created_at
  `.execute(tx);
}

export async function deleteRubric(tx: SchoolTransaction, id: string): Promise<boolean> {
  const { numDeletedRows } = await tx.deleteFrom("rubric").where("id", "=", id).executeTakeFirst();
  return numDeletedRows === 1n;
}

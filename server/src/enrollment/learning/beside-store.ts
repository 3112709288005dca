/** What stands beside a lesson, counted: questions of everybody, notes of one's own. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../../db/connection";

export async function countBeside(
  tx: SchoolTransaction,
  course: string,
  enrollment: string,
  item: string,
): Promise<{ asked: number; notes: number }> {
  const { rows } = await sql<{ asked: string; notes: string }>`
    select
      (select count(*) from (select 1 from question
        where course_id = ${course} and item = ${item} and not hidden limit 100) counted) as asked,
      (select count(*) from lesson_note
        where enrollment_id = ${enrollment} and item = ${item}) as notes
  `.execute(tx);
  const [row] = rows;
  return { asked: Number(row?.asked ?? 0), notes: Number(row?.notes ?? 0) };
}

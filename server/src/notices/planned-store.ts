/** Letters that go out later, in the database. */
import type { PlannedLetter } from "@dawngate/contract/letters";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { PlannedWhom } from "../db/tables/notices";

/** So many are shown. */
const SHOWN = 100;

export interface Planned {
  id: string;
  course: string;
  whom: PlannedWhom;
  subject: string;
  text: string;
  at: string;
  account: string;
  author: string;
}

/** Keeps a letter; the same press once more keeps it as it was. */
export async function insertPlanned(
  tx: SchoolTransaction,
  school: SchoolId,
  { course, whom, account, ...rest }: Planned,
): Promise<void> {
  await tx
    .insertInto("planned_letter")
    .values({
      school_id: school,
      course_id: course,
      whom: JSON.stringify(whom),
      account_id: account,
      ...rest,
    })
    .onConflict((on) => on.columns(["school_id", "id"]).doNothing())
    .execute();
}

export async function readPlanned(tx: SchoolTransaction, id: string): Promise<Planned | null> {
  const row = await tx
    .selectFrom("planned_letter")
    .select([
      "id",
      "course_id as course",
      "whom",
      "subject",
      "text",
      "at",
      "account_id as account",
      "author",
    ])
    .where("id", "=", id)
    .executeTakeFirst();
  return row ?? null;
}

/** The next ones; of one author, where that is said. */
export async function listPlanned(
  tx: SchoolTransaction,
  account: string | null,
): Promise<PlannedLetter[]> {
  const { rows } = await sql<PlannedLetter>`
    select l.id, json_build_object('id', l.course_id,
        'title', coalesce(v.title, d.title, l.course_id)) as course,
      l.subject, l.text, l.at, l.author as by, jsonb_array_length(l.whom -> 'enrollments') as count
    from planned_letter l
    join course c on c.school_id = l.school_id and c.id = l.course_id
    left join course_draft d on d.school_id = c.school_id and d.course_id = c.id
    left join course_version v
      on v.school_id = c.school_id and v.course_id = c.id and v.number = c.current_version
    ${account === null ? sql`` : sql`where l.account_id = ${account}`}
    order by l.at, l.id limit ${SHOWN}
  `.execute(tx);
  return rows;
}

/** Takes one away, of one author where that is said; false: it is not there. */
export async function deletePlanned(
  tx: SchoolTransaction,
  id: string,
  account: string | null = null,
): Promise<boolean> {
  const { numDeletedRows } = await tx
    .deleteFrom("planned_letter")
    .where("id", "=", id)
    .$if(account !== null, (query) => query.where("account_id", "=", account as string))
    .executeTakeFirst();
  return numDeletedRows === 1n;
}

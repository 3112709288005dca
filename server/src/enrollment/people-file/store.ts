/** Files of people and their rows, in the database. */
import type { RowFate } from "@dawngate/contract/people-file";
import { sql, type Updateable } from "kysely";
import { insertMany } from "../../db/bulk";
import { hasAddress } from "../../db/by-address";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { PeopleFileTable } from "../../db/tables/enrollment";

interface NewFile {
  id: string;
  course: string;
  name: string;
  heads: string[];
  columns: unknown[];
  cohort: string | null;
  timeZone: string;
  by: { id: string; name: string };
  at: string;
  /** Which delivery brings it, with the digest of its bytes. */
  delivery?: { id: string; digest: string };
}

/** So many rows go into the database at once. */
const LOT = 2000;

export async function insertFile(
  tx: SchoolTransaction,
  school: SchoolId,
  file: NewFile,
  rows: readonly { line: number; cells: string[] }[],
): Promise<void> {
  await tx
    .insertInto("people_file")
    .values({
      school_id: school,
      id: file.id,
      course_id: file.course,
      name: file.name,
      state: "checking",
      heads: JSON.stringify(file.heads),
      columns: JSON.stringify(file.columns),
      cohort_id: file.cohort,
      time_zone: file.timeZone,
      by_id: file.by.id,
      by_name: file.by.name,
      at: file.at,
      overrule: null,
      fault: null,
      delivery_id: file.delivery?.id ?? null,
      digest: file.delivery?.digest ?? null,
    })
    .execute();
  for (let from = 0; from < rows.length; from += LOT)
    await insertMany(
      tx,
      "people_file_row",
      rows.slice(from, from + LOT).map(({ line, cells }) => ({
        school_id: school,
        file_id: file.id,
        line,
        cells,
      })),
    );
}

/** A file; `hold`: nobody else changes it until the transaction ends; `skip`: the same, undefined where somebody does. */
export async function readFile(tx: SchoolTransaction, id: string, hold: boolean | "skip" = false) {
  return tx
    .selectFrom("people_file")
    .selectAll()
    .where("id", "=", id)
    .$if(hold !== false, (query) => query.forUpdate())
    .$if(hold === "skip", (query) => query.skipLocked())
    .executeTakeFirst();
}

/** What the columns of the last file with the same heads were said to be. */
export async function columnsBefore(tx: SchoolTransaction, heads: readonly string[]) {
  const row = await tx
    .selectFrom("people_file")
    .select("columns")
    .where("heads", "=", sql<never>`${JSON.stringify(heads)}::jsonb`)
    .orderBy("at", "desc")
    .limit(1)
    .executeTakeFirst();
  return row?.columns ?? null;
}

export async function updateFile(
  tx: SchoolTransaction,
  id: string,
  set: Updateable<PeopleFileTable>,
): Promise<void> {
  await tx.updateTable("people_file").set(set).where("id", "=", id).execute();
}

export async function countFates(tx: SchoolTransaction, id: string) {
  const { rows } = await sql<{
    fate: RowFate | "unknown";
    enrolled: boolean;
    count: number;
    against: number;
  }>`
    select fate, enrolled, count(*)::integer as count,
      count(*) filter (where against)::integer as against from people_file_row
    where file_id = ${id} group by 1, 2
  `.execute(tx);
  return rows;
}

export interface FileRow {
  line: number;
  cells: string[];
  fate: RowFate | "unknown";
  reason: string | null;
}

/** Rows after a line; `fate`: only those; `waiting`: only those of these fates that are not done. */
export async function rowsAfter(
  tx: SchoolTransaction,
  id: string,
  after: number,
  most: number,
  { fate, waiting }: { fate?: RowFate | undefined; waiting?: readonly RowFate[] } = {},
): Promise<FileRow[]> {
  return tx
    .selectFrom("people_file_row")
    .select(["line", "cells", "fate", "reason"])
    .where("file_id", "=", id)
    .where("line", ">", after)
    .$if(fate !== undefined, (query) => query.where("fate", "=", fate as RowFate))
    .$if(waiting !== undefined, (query) =>
      query.where("fate", "in", waiting as RowFate[]).where("enrolled", "=", false),
    )
    .orderBy("line")
    .limit(most)
    .execute();
}

/** Keeps what became of rows, or would become of them. */
export async function setFates(
  tx: SchoolTransaction,
  id: string,
  rows: readonly {
    line: number;
    fate: RowFate;
    reason: string | null;
    against: boolean;
    enrolled: boolean;
  }[],
): Promise<void> {
  if (rows.length === 0) return;
  await sql`
    update people_file_row r set fate = n.fate, reason = n.reason, enrolled = n.enrolled,
      against = n.against
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
      as n (line integer, fate text, reason text, enrolled boolean, against boolean)
    where r.file_id = ${id} and r.line = n.line
  `.execute(tx);
}

export async function dropFile(tx: SchoolTransaction, course: string, id: string) {
  const { numDeletedRows } = await tx
    .deleteFrom("people_file")
    .where("course_id", "=", course)
    .where("id", "=", id)
    .where("state", "<>", "enrolling")
    .executeTakeFirst();
  return numDeletedRows === 1n;
}

/** Whoever the school knows by some addresses, with what they hold of a course that has not ended, and whether they are kept out. */
export async function knownBy(
  tx: SchoolTransaction,
  course: string,
  emails: readonly string[],
  at: string,
) {
  const { rows } = await sql<{
    id: string;
    email: string;
    name: string;
    account: string | null;
    enrollment: string | null;
    cohort: string | null;
    blocked: boolean;
  }>`
    select p.id, lower(p.email) as email, p.name, p.user_id as account, e.id as enrollment,
      e.cohort_id as cohort,
      exists (select from entry_block b where b.school_id = p.school_id and b.person_id = p.id
        and (b.course_id is null or b.course_id = ${course})) as blocked
    from person p
    left join lateral (
      select e.id, e.cohort_id from enrollment e
      where e.school_id = p.school_id and e.person_id = p.id and e.course_id = ${course}
        and e.standing <> 'ended' and (e.access_until is null or e.access_until > ${at}::timestamptz)
      order by e.id desc limit 1
    ) e on true
    where ${hasAddress(emails, "p.id")}
  `.execute(tx);
  return new Map(rows.map((row) => [row.email, row]));
}

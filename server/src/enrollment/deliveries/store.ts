/** Deliveries of people, and whom they have brought, in the database. */
import { sql } from "kysely";
import { insertMany } from "../../db/bulk";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import type { PeopleDeliveryTable, PeopleFileTable } from "../../db/tables/enrollment";

const COLUMNS = [
  "id",
  "course_id",
  "name",
  "key_hash",
  "cohort_id",
  "time_zone",
  "tell",
  "withdraws",
  "made_by",
  "made_at",
  "ended_at",
] as const;

export async function insertDelivery(
  tx: SchoolTransaction,
  row: PeopleDeliveryTable,
): Promise<void> {
  await tx.insertInto("people_delivery").values(row).execute();
}

/** One delivery; `hold`: nobody else delivers by it until the transaction ends. */
export async function readDelivery(tx: SchoolTransaction, id: string, hold = false) {
  return tx
    .selectFrom("people_delivery")
    .select(COLUMNS)
    .where("id", "=", id)
    .$if(hold, (query) => query.forUpdate())
    .executeTakeFirst();
}

/** Those of a course, the newest first. */
export async function readDeliveries(tx: SchoolTransaction, course: string, most: number) {
  return tx
    .selectFrom("people_delivery")
    .select(COLUMNS)
    .where("course_id", "=", course)
    .orderBy("made_at", "desc")
    .orderBy("id")
    .limit(most)
    .execute();
}

export async function countDeliveries(tx: SchoolTransaction, course: string): Promise<number> {
  const row = await tx
    .selectFrom("people_delivery")
    .select((q) => q.fn.countAll<string>().as("count"))
    .where("course_id", "=", course)
    .where("ended_at", "is", null)
    .executeTakeFirst();
  return Number(row?.count ?? 0);
}

/** False where there is none that goes on. */
export async function endDeliveryAt(
  tx: SchoolTransaction,
  course: string,
  id: string,
  at: string,
): Promise<boolean> {
  const { numUpdatedRows } = await tx
    .updateTable("people_delivery")
    .set({ ended_at: at })
    .where("course_id", "=", course)
    .where("id", "=", id)
    .where("ended_at", "is", null)
    .executeTakeFirst();
  return numUpdatedRows === 1n;
}

type File = Pick<PeopleFileTable, "id" | "course_id" | "at" | "state" | "digest" | "fault"> & {
  missing: number;
  withdrawn: number;
};

/** A file that a delivery has brought: one of them, or the last. */
export async function readDelivered(
  tx: SchoolTransaction,
  delivery: string,
  file: string | null,
): Promise<File | undefined> {
  return (await tx
    .selectFrom("people_file")
    .select(["id", "course_id", "at", "state", "digest", "fault", "missing", "withdrawn"])
    .where("delivery_id", "=", delivery)
    .$if(file !== null, (query) => query.where("id", "=", file as string))
    .orderBy("arrived", "desc")
    .limit(1)
    .executeTakeFirst()) as File | undefined;
}

/** The first rows that were refused. */
export async function readRefused(tx: SchoolTransaction, file: string, most: number) {
  const rows = await tx
    .selectFrom("people_file_row")
    .select(["line", "reason"])
    .where("file_id", "=", file)
    .where("fate", "=", "refused")
    .orderBy("line")
    .limit(most)
    .execute();
  return rows.map(({ line, reason }) => ({ line, reason: reason ?? "" }));
}

/** Notes whom a delivery has brought: whoever was in before it came is none of its own. */
export async function noteDelivered(
  tx: SchoolTransaction,
  school: SchoolId,
  delivery: string,
  enrollments: readonly string[],
): Promise<void> {
  await insertMany(
    tx,
    "delivered",
    enrollments.map((id) => ({ school_id: school, delivery_id: delivery, enrollment_id: id })),
  );
}

/**
 * Whom a delivery has brought and who are in the course still; and of them those whose address stands in no row of a file,
 * refused ones included, so many at the most. `column`: which of its columns holds the addresses.
 */
export async function lacking(
  tx: SchoolTransaction,
  { delivery, file, column, at }: Record<"delivery" | "file" | "at", string> & { column: number },
  most: number,
): Promise<{ all: number; missing: number; some: string[] }> {
  const { rows } = await sql<{ all: number; missing: number; some: string[] | null }>`
    with brought as (
      select e.id, lower(p.email) as email from delivered d
      join enrollment e on e.school_id = d.school_id and e.id = d.enrollment_id
      join person p on p.school_id = e.school_id and p.id = e.person_id
      where d.delivery_id = ${delivery} and e.standing <> 'ended'
        and (e.access_until is null or e.access_until > ${at}::timestamptz)
    ), named as (
      select distinct lower(btrim(r.cells ->> ${column}::integer)) as email from people_file_row r
      where r.file_id = ${file}
    ), lacks as (
      select b.id from brought b where not exists (select from named n where n.email = b.email)
    )
    select (select count(*) from brought)::integer as all,
      (select count(*) from lacks)::integer as missing,
      (select array_agg(id order by id) from (select id from lacks order by id limit ${most}) l) as some
  `.execute(tx);
  const [found] = rows;
  return { all: found?.all ?? 0, missing: found?.missing ?? 0, some: found?.some ?? [] };
}

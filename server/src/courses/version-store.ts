/** The documents of versions in the database, and what stands in their lessons. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

/** A version's document, its form, and whether this very transaction has written it. */
export async function readVersionRow(tx: SchoolTransaction, course: string, number: number) {
  const { rows } = await sql<{ plan: unknown; form: number; own: boolean }>`
    select plan, form, coalesce(
      xmin::text = (pg_current_xact_id_if_assigned()::text::numeric % 4294967296)::text, false) as own
    from course_version where course_id = ${course} and number = ${number}
  `.execute(tx);
  return rows[0] ?? null;
}

/** The version that was in force at an instant, or the first that there was; null: it was never published. */
export async function versionAt(
  tx: SchoolTransaction,
  course: string,
  at: string,
): Promise<number | null> {
  const { rows } = await sql<{ number: number | null }>`
    select coalesce(max(number) filter (where published_at <= ${at}::timestamptz), min(number))
      as number
    from course_version where course_id = ${course}
  `.execute(tx);
  return rows[0]?.number ?? null;
}

/** What stands in the lessons of a version: content by lesson. */
export async function readVersionLessons(
  tx: SchoolTransaction,
  course: string,
  number: number,
): Promise<Record<string, string>> {
  const row = await tx
    .selectFrom("course_version")
    .select("lessons")
    .where("course_id", "=", course)
    .where("number", "=", number)
    .executeTakeFirst();
  return row?.lessons ?? {};
}

/** Whether cohorts of a course have modules or lessons of their own, in whichever version somebody holds. */
export async function anyByCohort(tx: SchoolTransaction, course: string): Promise<boolean> {
  const row = await tx
    .selectFrom("course_version")
    .select("number")
    .where("course_id", "=", course)
    .where("by_cohort", "=", true)
    .limit(1)
    .executeTakeFirst();
  return row !== undefined;
}

/** Cohorts as dates are worked out from them. */
import { cohortSchema } from "@dawngate/core/plan";
import { sql } from "kysely";
import { windowOf } from "../courses/draft-store";
import type { SchoolTransaction } from "../db/connection";

/** The cohorts of a course by their first day, with their names. */
export async function readCohorts(tx: SchoolTransaction, course: string) {
  const rows = await tx
    .selectFrom("cohort")
    .selectAll()
    .where("course_id", "=", course)
    .orderBy("starts")
    .orderBy("id")
    .execute();
  return rows.map((row) => ({
    name: row.name,
    place: row.place,
    link: row.link,
    cohort: cohortSchema.parse({
      id: row.id,
      course: row.course_id,
      window: windowOf(row),
      starts: row.starts,
      ends: row.ends,
      grace: row.grace,
      seats: row.seats,
      gates: row.gates,
    }),
  }));
}

/** How many cohorts each of some courses has. */
export async function countCohorts(tx: SchoolTransaction, courses: readonly string[]) {
  const { rows } = await sql<{ course: string; count: number }>`
    select course_id as course, count(*)::integer as count from cohort
    where course_id = any (${courses}::text[]) group by 1
  `.execute(tx);
  return new Map(rows.map(({ course, count }) => [course, count]));
}

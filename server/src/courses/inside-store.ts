/** Courses inside others, in the database. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** Courses of a school come into each other one after the other, until the end of the transaction. */
export async function lockInside(tx: SchoolTransaction, school: SchoolId): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${`inside/${school}`}, 0))`.execute(tx);
}

/**
 * Courses, of these, that somebody holds inside another, as long as they are in that one at an instant: each with the
 * enrollment by which they do, the latest.
 */
export async function heldInside(
  tx: SchoolTransaction,
  person: string,
  courses: readonly string[],
  at: string,
): Promise<Map<string, string>> {
  if (courses.length === 0) return new Map();
  const { rows } = await sql<{ course: string; enrollment: string }>`
    select held.course, e.id as enrollment
    from enrollment e
    join course c on c.school_id = e.school_id and c.id = e.course_id
    join course_version v on v.school_id = e.school_id and v.course_id = e.course_id
      and v.number = coalesce(e.pinned_version, c.current_version)
    cross join unnest(v.inside) as held (course)
    where e.person_id = ${person} and held.course = any (${[...courses]}::text[])
      and (e.access_from is null or e.access_from <= ${at}::timestamptz)
      and (e.access_until is null or e.access_until > ${at}::timestamptz)
      and e.standing <> 'ended'
    order by e.enrolled_at, e.id
  `.execute(tx);
  return new Map(rows.map(({ course, enrollment }) => [course, enrollment]));
}

/** The courses in which a course stands as they are published, by their titles. */
export async function coursesAround(tx: SchoolTransaction, course: string) {
  const { rows } = await sql<{ course: string; title: string }>`
    select c.id as course, v.title from course c
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where ${course} = any (v.inside) order by v.title, c.id limit 100
  `.execute(tx);
  return rows;
}

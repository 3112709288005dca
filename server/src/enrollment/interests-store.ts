/** What people are interested in: the subjects of the courses they are, or were, in. In the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";

/** The subjects of a school's courses, by name. */
export async function readSubjects(tx: SchoolTransaction): Promise<string[]> {
  const { rows } = await sql<{ subject: string }>`
    select distinct g.card ->> 'subject' as subject from course_page g
    where g.card ->> 'subject' <> '' order by subject
  `.execute(tx);
  return rows.map(({ subject }) => subject);
}

/** The courses of a subject. */
export async function coursesOfSubject(tx: SchoolTransaction, subject: string): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select g.course_id as id from course_page g where g.card ->> 'subject' = ${subject}
  `.execute(tx);
  return rows.map(({ id }) => id);
}

/** Who is, or was, in one of some courses; null: more enrollments than `most`, which are not looked through. */
export async function fewIn(
  tx: SchoolTransaction,
  courses: readonly string[],
  most: number,
): Promise<string[] | null> {
  const { rows } = await sql<{ id: string }>`
    select e.person_id as id from enrollment e where e.course_id = any (${[...courses]}::text[])
    limit ${most + 1}
  `.execute(tx);
  return rows.length > most ? null : [...new Set(rows.map(({ id }) => id))];
}

/** The subjects of some courses, of most courses first. */
export async function subjectsOf(
  tx: SchoolTransaction,
  courses: readonly string[],
): Promise<string[]> {
  const { rows } = await sql<{ subject: string }>`
    select g.card ->> 'subject' as subject from course_page g
    where g.course_id = any (${[...courses]}::text[]) and g.card ->> 'subject' <> ''
    group by 1 order by count(*) desc, 1
  `.execute(tx);
  return rows.map(({ subject }) => subject);
}

/** The names of what orders brought income for, in the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../../db/connection";

/** Titles of listings and courses, names of cohorts and partners, by identifier. */
export async function readNames(
  tx: SchoolTransaction,
  ids: { listings: string[]; courses: string[]; cohorts: string[]; partners: string[] },
): Promise<Map<string, string>> {
  const { rows } = await sql<{ key: string; name: string }>`
    select 'listing ' || id as key, title as name from listing where id = any (${ids.listings})
    union all
    select 'course ' || c.id, coalesce(v.title, d.title)
      from course c
      join course_draft d on d.school_id = c.school_id and d.course_id = c.id
      left join course_version v on v.school_id = c.school_id and v.course_id = c.id
        and v.number = c.current_version
      where c.id = any (${ids.courses})
    union all
    select 'cohort ' || id, name from cohort where id = any (${ids.cohorts})
    union all
    select 'partner ' || id, name from partner where id = any (${ids.partners})
  `.execute(tx);
  return new Map(rows.map(({ key, name }) => [key, name]));
}

/** Things and people by a part of their names, in the database. */
import type { Found } from "@dawngate/contract/today";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { pattern } from "../enrollment/roster-store";
import type { Context } from "../school/context";

/** So many of each kind. */
const MOST = 5;

/** Courses, modules, lessons and cohorts; what begins so stands first, then what is short. */
export async function thingsCalled(
  tx: SchoolTransaction,
  { courses }: Context,
  find: string,
): Promise<Found[]> {
  const like = pattern(find);
  const begins = like.slice(1);
  const among = courses === null ? sql`true` : sql`c.id = any (${courses}::text[])`;
  const part = (
    kind: Found["kind"],
    from: ReturnType<typeof sql>,
    id: ReturnType<typeof sql>,
    title: ReturnType<typeof sql>,
    says: ReturnType<typeof sql>,
  ) => sql`(
    select ${sql.lit(kind)} as kind, c.id as course, ${id} as id, ${title} as title, ${says} as says,
      c.current_version is not null as published
    from course c join course_draft d on d.school_id = c.school_id and d.course_id = c.id ${from}
    where ${among} and lower(${title}) like ${like}
    order by lower(${title}) like ${begins} desc, length(${title}), c.position limit ${sql.lit(MOST)})`;
  const { rows } = await sql<Found>`
    ${part("course", sql``, sql`c.id`, sql`d.title`, sql`''`)}
    union all ${part(
      "cohort",
      sql`join cohort k on k.school_id = c.school_id and k.course_id = c.id`,
      sql`k.id`,
      sql`k.name`,
      sql`d.title`,
    )}
    union all ${part(
      "module",
      sql`join module_placement m on m.school_id = c.school_id and m.course_id = c.id`,
      sql`m.id`,
      sql`m.title`,
      sql`d.title`,
    )}
    union all ${part(
      "lesson",
      sql`join lesson_placement l on l.school_id = c.school_id and l.course_id = c.id`,
      sql`l.id`,
      sql`l.title`,
      sql`d.title`,
    )}
  `.execute(tx);
  return rows;
}

/** People with their newest enrollment, found by the index over names. */
export async function peopleFound(
  tx: SchoolTransaction,
  { cohorts }: Context,
  find: string,
): Promise<Found[]> {
  const { rows } = await sql<Found>`
    select 'person' as kind, e.course_id as course, e.id, p.name as title, d.title as says,
      true as published
    from people_called(${pattern(find)}, ${sql.lit(MOST * 4)}) called
    join person p on p.id = called.id
    join lateral (
      select e.id, e.course_id, e.school_id from enrollment e
      where e.person_id = p.id
        ${cohorts === null ? sql`` : sql`and e.cohort_id = any (${cohorts}::text[])`}
      order by e.enrolled_at desc, e.id desc limit 1
    ) e on true
    join course_draft d on d.school_id = e.school_id and d.course_id = e.course_id
    order by p.name, p.id limit ${sql.lit(MOST)}
  `.execute(tx);
  return rows;
}

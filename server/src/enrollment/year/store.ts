/** The cohorts of some courses that fall into a range of days, in the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../../db/connection";

export interface YearRow {
  course: string;
  id: string;
  name: string;
  opens: string | null;
  closes: string | null;
  starts: string;
  ends: string;
  grace: number | null;
  seats: number | null;
  people: number;
  waiting: number;
  leaders: string[];
  listed: boolean;
}

/** So many cohorts are drawn of a page of courses. */
const MOST = 1000;

/** Those that run, or take people, between two days, both included; people as they were last counted. */
export async function cohortsBetween(
  tx: SchoolTransaction,
  courses: readonly string[],
  from: string,
  through: string,
): Promise<YearRow[]> {
  const { rows } = await sql<YearRow>`
    select k.course_id as course, k.id, k.name, k.window_opens::text as opens, k.window_closes::text as closes,
      k.starts::text as starts, k.ends::text as ends, k.grace, k.seats,
      coalesce((select sum(h.people) from headcount h where h.school_id = k.school_id
        and h.course_id = k.course_id and h.cohort_id = k.id and h.standing <> 'ended'), 0)::integer as people,
      (select count(*) from waiting w where w.school_id = k.school_id and w.cohort_id = k.id
        and w.state in ('waiting', 'offered'))::integer as waiting,
      coalesce((select array_agg(m.name order by m.name) from cohort_instructor i
        join member m on m.school_id = i.school_id and m.user_id = i.user_id
        where i.school_id = k.school_id and i.cohort_id = k.id), '{}') as leaders,
      coalesce((select y.listed from way_in y where y.school_id = k.school_id
        and y.course_id = k.course_id and y.cohort_id = k.id), true) as listed
    from cohort k
    where k.course_id = any (${courses}::text[])
      and ((k.starts <= ${through}::date and k.ends >= ${from}::date)
        or (k.window_opens <= ${through}::date and k.window_closes >= ${from}::date))
    order by k.starts, k.id limit ${sql.lit(MOST)}
  `.execute(tx);
  return rows;
}

/** The windows of some published courses themselves: of those that are taken without cohorts. */
export async function ownWindows(tx: SchoolTransaction, courses: readonly string[]) {
  const { rows } = await sql<{ id: string; window: { opens: string; closes: string } | null }>`
    select c.id, v.plan -> 'window' as "window" from course c
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where c.id = any (${courses}::text[])
  `.execute(tx);
  return new Map(rows.map(({ id, window }) => [id, window]));
}

/** Windows in which courses are sold, of what is on sale. */
export async function salesBetween(
  tx: SchoolTransaction,
  courses: readonly string[],
  from: string,
  through: string,
) {
  const { rows } = await sql<{
    course: string;
    listing: string;
    title: string;
    opens: string;
    closes: string;
  }>`
    select c.course_id as course, l.id as listing, l.title, t.terms -> 'window' ->> 'opens' as opens,
      t.terms -> 'window' ->> 'closes' as closes
    from listing_course c
    join listing l on l.school_id = c.school_id and l.id = c.listing_id
    join listing_terms t on t.school_id = l.school_id and t.listing_id = l.id and t.number = l.number
    where c.course_id = any (${courses}::text[]) and l.state in ('on-sale', 'private')
      and t.terms -> 'window' ->> 'opens' <= ${through} and t.terms -> 'window' ->> 'closes' >= ${from}
    order by 4, 2, 1 limit 200
  `.execute(tx);
  return rows;
}

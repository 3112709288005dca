/** How many people stand how in a course, without counting them one by one; and whose line does not hold. */
import type { Standing } from "@dawngate/core/enrollment";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { holdsAt } from "../schedule/store";

export interface Heads {
  course: string;
  cohort: string | null;
  standing: Standing;
  finished: boolean;
  people: number;
}

/** The people of some courses, or of all, by cohort and standing, as they were last worked out. */
export async function readHeads(
  tx: SchoolTransaction,
  courses?: readonly string[],
): Promise<Heads[]> {
  const { rows } = await sql<Heads>`
    select course_id as course, cohort_id as cohort, standing, finished, sum(people)::integer as people
    from headcount
    ${courses === undefined ? sql`` : sql`where course_id = any (${courses}::text[])`}
    group by 1, 2, 3, 4 having sum(people) <> 0
  `.execute(tx);
  return rows;
}

/** How many people are in a course, or in one of its cohorts. */
export async function countPeople(tx: SchoolTransaction, course: string, cohort?: string) {
  const heads = await readHeads(tx, [course]);
  return sum(heads.filter((one) => cohort === undefined || one.cohort === cohort));
}

export const sum = (heads: readonly Heads[]) => heads.reduce((all, { people }) => all + people, 0);

/**
 * How many hold a seat in a cohort by the lines that hold, and whose line does not: they must be asked about. Both are
 * of one moment.
 */
export async function readSeats(
  tx: SchoolTransaction,
  course: string,
  cohort: string,
  at: string,
  most: number,
): Promise<{ taken: number; unheld: string[] }> {
  const { rows } = await sql<{ taken: number; unheld: string[] }>`
    with unheld as materialized (
      select u.id, u.standing from unheld_in(${course}, ${at}::timestamptz) u
      where u.cohort = ${cohort} limit ${most}
    )
    select (coalesce((select sum(people) from headcount
        where course_id = ${course} and cohort_id = ${cohort} and standing <> 'ended'), 0)
      - (select count(*) from unheld where standing <> 'ended'))::integer as taken,
      array(select id from unheld) as unheld
  `.execute(tx);
  return rows[0] as { taken: number; unheld: string[] };
}

/** The next instant at which something opens in a course, for how many, as far as the lines hold; by course. */
export async function readNext(tx: SchoolTransaction, courses: readonly string[], now: string) {
  const ahead = sql`(case when e.next_opens is null then 'infinity' else e.next_opens end)`;
  /** The first opening ahead of somebody whose line holds, among so many who come first. */
  const first = (most: number) => sql`(
    select min(f.at) from (
      select ${ahead} as at, ${holdsAt(now)} as holds from enrollment e
      where e.course_id = c.id and ${ahead} > ${now}::timestamptz and ${ahead} < 'infinity'
      order by ${ahead}, e.number limit ${sql.lit(most)}
    ) f where f.holds)`;
  const { rows } = await sql<{ id: string; at: string; people: number }>`
    select c.id, next.at, (
      select count(*)::integer from (
        select from enrollment e where e.course_id = c.id and ${ahead} = next.at and ${holdsAt(now)}
        limit ${sql.lit(NEXT_MOST)}
      ) those) as people
    from course c
    -- People whose line is being worked out are passed over, so many at the most.
    cross join lateral (select coalesce(${first(20)}, ${first(NEXT_MOST)}) as at) next
    where c.id = any (${courses}::text[]) and next.at is not null
  `.execute(tx);
  return new Map(rows.map(({ id, ...next }) => [id, next]));
}

/** Of an opening that is the next for more people only so many are counted. */
export const NEXT_MOST = 1000;

/**
 * Waits until nobody else in this course gives out seats of a cohort, or enrolls the same person; until the end of the
 * transaction. Nothing but those waits for it.
 */
export async function holdTurn(tx: SchoolTransaction, course: string, what: string): Promise<void> {
  await sql`
    select pg_advisory_xact_lock(hashtextextended(
      current_setting('dawngate.school_id') || ' ' || ${course} || ' ' || ${what}, 12))
  `.execute(tx);
}

/** How many people stand how in a course, without counting them one by one; and whose line does not hold. */
import type { Standing } from "@dawngate/core/enrollment";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { holdsAt } from "./store";

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

export const sum = (heads: readonly Pick<Heads, "people">[]) =>
  heads.reduce((all, { people }) => all + people, 0);

/**
 * How many hold a seat in each cohort of a course by the lines that were counted, and whose line does not hold, so many
 * at the most: they must be asked about. Both are of one moment.
 */
export async function readSeats(tx: SchoolTransaction, course: string, at: string, most: number) {
  const { rows } = await sql<{
    counted: Record<string, number>;
    unheld: { id: string; cohort: string | null; standing: Standing }[];
  }>`
    select
      coalesce((select jsonb_object_agg(cohort_id, n) from (
        select cohort_id, sum(people) as n from headcount
        where course_id = ${course} and standing <> 'ended' and cohort_id is not null group by 1
      ) counted), '{}') as counted,
      coalesce((select jsonb_agg(u) from unheld_in(${course}, ${at}::timestamptz, ${most}) u),
        '[]') as unheld
  `.execute(tx);
  return rows[0] as (typeof rows)[number];
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
    with next as materialized (
      -- People whose line is being worked out are passed over, so many at the most.
      select c.school_id, c.id, c.current_version, coalesce(${first(20)}, ${first(NEXT_MOST)}) as at
      from course c where c.id = any (${courses}::text[])
    )
    select c.id, c.at, (
      select count(*)::integer from (
        select from enrollment e where e.course_id = c.id and ${ahead} = c.at and ${holdsAt(now)}
        order by ${ahead}, e.number limit ${sql.lit(NEXT_MOST)}
      ) those) as people
    from next c where c.at is not null
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

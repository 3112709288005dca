/** How far cohorts are, in the database. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../../db/connection";

interface Standings {
  cohort: string;
  people: number;
  begun: number;
  finished: number;
  share: number | null;
  /** How many lessons one of them has to do, at most. */
  required: number;
}

/** Of cohorts of few enough people: who has begun and finished, and how much is done on average. */
export async function standingsOf(
  tx: SchoolTransaction,
  course: string,
  cohorts: readonly string[],
) {
  const { rows } = await sql<Standings>`
    select e.cohort_id as cohort, count(*)::integer as people,
      (count(*) filter (where e.seen_at is not null))::integer as begun,
      (count(*) filter (where e.finished_at is not null))::integer as finished,
      avg(case when e.required > 0 then least(1, e.done::float8 / e.required) end) as share,
      coalesce(max(e.required), 0)::integer as required
    from enrollment e
    where e.course_id = ${course} and e.cohort_id = any (${cohorts}::text[]) group by 1
  `.execute(tx);
  return new Map(rows.map((row) => [row.cohort, row]));
}

/** So many weeks are drawn. */
const MOST_WEEKS = 60;

/**
 * What was done of a cohort's required lessons, week by week from its first day on: those done less those taken back.
 * What was done before the first day counts to the first week.
 */
export async function doneByWeek(
  tx: SchoolTransaction,
  course: string,
  cohorts: readonly string[],
) {
  const { rows } = await sql<{ cohort: string; week: number; done: number }>`
    select e.cohort_id as cohort,
      least(${sql.lit(MOST_WEEKS - 1)}, greatest(0,
        floor(extract(epoch from v.at - k.starts::timestamptz) / 604800)))::integer as week,
      sum(case v.kind when 'uncompleted' then -1 else 1 end)::integer as done
    from enrollment e
    join cohort k on k.school_id = e.school_id and k.id = e.cohort_id
    join enrollment_event v on v.school_id = e.school_id and v.enrollment_id = e.id
      and v.kind in ('completed', 'uncompleted', 'passed')
    where e.course_id = ${course} and e.cohort_id = any (${cohorts}::text[])
    group by 1, 2 order by 1, 2
  `.execute(tx);
  return rows;
}

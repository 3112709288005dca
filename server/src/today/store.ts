/** What today asks the database beside people's dates. */
import type { Window } from "@dawngate/core/enrollment";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { countNeeding } from "../enrollment/roster-count-store";

/** Published courses that are not put away, in the order of the list; so many at the most. */
export async function liveCourses(
  tx: SchoolTransaction,
  among: readonly string[] | null,
  most: number,
) {
  const { rows } = await sql<{ id: string; version: number; meant: string[] }>`
    select c.id, c.current_version as version, d.meant
    from course c join course_draft d on d.school_id = c.school_id and d.course_id = c.id
    where c.current_version is not null and not c.archived
      ${among === null ? sql`` : sql`and c.id = any (${among}::text[])`}
    order by c.position, c.id limit ${sql.lit(most)}
  `.execute(tx);
  return rows;
}

/** How many remarks are not settled, by course. */
export async function openRemarks(tx: SchoolTransaction, among: readonly string[] | null) {
  const { rows } = await sql<{ course: string; title: string; number: number }>`
    select r.course_id as course, d.title, count(*)::integer as number
    from remark r join course_draft d on d.school_id = r.school_id and d.course_id = r.course_id
    where r.settled_at is null
      ${among === null ? sql`` : sql`and r.course_id = any (${among}::text[])`}
    group by 1, 2 order by 3 desc, 2 limit 50
  `.execute(tx);
  return rows;
}

/** Questions that nobody of the school has answered, by course; `cohorts`: only what people of these asked. */
export async function openQuestions(
  tx: SchoolTransaction,
  among: readonly string[] | null,
  cohorts: readonly string[] | null,
) {
  const { rows } = await sql<{ course: string; title: string; number: number }>`
    select q.course_id as course, d.title, count(*)::integer as number
    from question q join course_draft d on d.school_id = q.school_id and d.course_id = q.course_id
    where q.waits and not q.hidden
      ${among === null ? sql`` : sql`and q.course_id = any (${among}::text[])`}
      ${
        cohorts === null
          ? sql``
          : sql`and exists (select from enrollment e where e.school_id = q.school_id
              and e.id = q.enrollment_id and e.cohort_id = any (${cohorts}::text[]))`
      }
    group by 1, 2 order by 3 desc, 2 limit 50
  `.execute(tx);
  return rows;
}

/** Who asks to come in and waits for a decision, by course; `cohorts`: only those asked for. */
export async function openRequests(tx: SchoolTransaction, cohorts: readonly string[] | null) {
  const { rows } = await sql<{ course: string; title: string; number: number }>`
    select r.course_id as course, d.title, count(*)::integer as number
    from entry_request r
    join course_draft d on d.school_id = r.school_id and d.course_id = r.course_id
    where r.state = 'waiting'
      ${cohorts === null ? sql`` : sql`and r.cohort_id = any (${cohorts}::text[])`}
    group by 1, 2 order by 3 desc, 2 limit 50
  `.execute(tx);
  return rows;
}

/** Orders of which a part is late or shuts access, is disputed, or was to be transferred by a day that is over; and payments that paid nothing and have not gone back: so many are counted. */
export async function openMoney(tx: SchoolTransaction, most: number, at: string) {
  const { rows } = await sql<{
    unpaid: number;
    disputed: number;
    transfers: number;
    excess: number;
  }>`
    select
      (select count(*)::integer from (
        select from sales_order where standing in ('late', 'suspended') limit ${sql.lit(most + 1)}
      ) o) as unpaid,
      (select count(*)::integer from (
        select from sales_order where standing = 'disputed' limit ${sql.lit(most + 1)}
      ) o) as disputed,
      (select count(*)::integer from (
        select from sales_order o join school s on s.id = o.school_id
        where o.state = 'open' and o.pay_by < (${at}::timestamptz at time zone s.time_zone)::date
        limit ${sql.lit(most + 1)}
      ) o) as transfers,
      (select count(*)::integer from (
        select from order_event e where e.kind = 'excess' and not exists (
          select from order_event b where b.school_id = e.school_id and b.kind = 'refunded'
            and b.charge = e.charge)
        limit ${sql.lit(most + 1)}
      ) e) as excess
  `.execute(tx);
  return rows[0] ?? { unpaid: 0, disputed: 0, transfers: 0, excess: 0 };
}

/** People who were told a date that does not hold any more, and notices no mail server took: so many are counted. */
export async function openNotices(tx: SchoolTransaction, most: number) {
  const { rows } = await sql<{ wrong: number; failed: number; refused: number }>`
    select
      (select count(*)::integer from (
        select from mail_refused m where exists (
          select from people_by_address(array[m.address]))
        limit ${sql.lit(most + 1)}
      ) r) as refused,
      (select count(distinct person_id)::integer from (
        select person_id from notice_wrong limit ${sql.lit(most + 1)}
      ) w) as wrong,
      (select count(*)::integer from (
        select from notice where state = 'failed' limit ${sql.lit(most + 1)}
      ) n) as failed
  `.execute(tx);
  return rows[0] ?? { wrong: 0, failed: 0, refused: 0 };
}

/** With fewer people than these a school has hardly opened. */
const FEW = 5;

/** What is there of what comes before the first person, and before many. */
export async function beginnings(tx: SchoolTransaction) {
  const { rows } = await sql<{
    made: boolean;
    published: boolean;
    people: boolean;
    launch: { course: string; title: string; window: Window | null; listing: string | null } | null;
  }>`
    select exists (select 1 from course) as made,
      exists (select 1 from course where current_version is not null) as published,
      exists (select 1 from enrollment) as people,
      case when (select count(*) from (select 1 from enrollment limit ${sql.lit(FEW)}) few)
          < ${sql.lit(FEW)} then (
        select jsonb_build_object('course', c.id, 'title', v.title, 'window', v.plan -> 'window',
          'listing', (select k.listing_id from listing_course k where k.course_id = c.id limit 1))
        from course c join course_version v on v.school_id = c.school_id and v.course_id = c.id
          and v.number = c.current_version
        where not c.archived order by c.position, c.id limit 1) end as launch
  `.execute(tx);
  return rows[0] as (typeof rows)[number];
}

/** Of how many in each course something is due and not done, or open and they were not here for long; the most first. */
export async function needyIn(
  tx: SchoolTransaction,
  among: readonly string[] | null,
  cohorts: readonly string[] | null,
  at: string,
) {
  const { rows } = await sql<{ course: string; title: string; late: number; quiet: number }>`
    select c.id as course, d.title, ${countNeeding("late", sql`c.id`, cohorts, at)} as late,
      ${countNeeding("quiet", sql`c.id`, cohorts, at)} as quiet
    from (
      select id, school_id from course
      where current_version is not null and not archived
        ${among === null ? sql`` : sql`and id = any (${among}::text[])`}
      order by position, id limit 200
    ) c join course_draft d on d.school_id = c.school_id and d.course_id = c.id
  `.execute(tx);
  return rows.filter(({ late, quiet }) => late + quiet > 0);
}

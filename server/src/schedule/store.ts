/** The projection of openings: kept for lists and notices, never asked whether a door opens. */
import { type RawBuilder, sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export interface OpeningRow {
  item: string;
  opens: string | null;
  closes: string | null;
}

/** All openings of one enrollment, and what they were worked out from. */
export interface Projection {
  enrollment: string;
  version: number;
  sequence: number;
  /** From this instant on they must be worked out again. */
  staleAt: string | null;
  openings: OpeningRow[];
  /** These are all of them: others that are kept go. */
  all: boolean;
}

/**
 * Writes the openings of some enrollments, and what they were worked out from, which is all of their events: the
 * last one's number is the enrollment's. `also` goes into the same statement. Only rows that differ are touched.
 * The caller holds the enrollments.
 */
export async function writeOpenings(
  tx: SchoolTransaction,
  school: SchoolId,
  projections: readonly Projection[],
  also: RawBuilder<unknown> = sql``,
): Promise<void> {
  if (projections.length === 0) return;
  const heads = projections.map(({ enrollment, version, sequence, staleAt }) => {
    return { id: enrollment, version, sequence, stale_at: staleAt };
  });
  const rows = projections.flatMap(({ enrollment, openings }) =>
    openings.map(({ item, opens, closes }) => {
      return { school_id: school, enrollment_id: enrollment, item_id: item, opens, closes };
    }),
  );
  // The list of enrollments once more, so that rows are found by their key however many a school has.
  const ids = projections.map(({ enrollment }) => enrollment);
  const whole = projections.flatMap(({ enrollment, all }) => (all ? [enrollment] : []));
  await sql`
    with ${also} given as materialized (
      select school_id, enrollment_id, item_id, opens, closes
      from jsonb_populate_recordset(null::opening, ${JSON.stringify(rows)}::jsonb)
    ), head as materialized (
      select * from jsonb_to_recordset(${JSON.stringify(heads)}::jsonb)
        as h (id text, version integer, sequence integer, stale_at timestamptz)
    ), headed as (
      update enrollment e set last_sequence = head.sequence,
        projected_version = head.version, projected_sequence = head.sequence, stale_at = head.stale_at
      from head
      where e.school_id = ${school} and e.id = any (${ids}) and e.id = head.id
    ), gone as (
      delete from opening o
      where o.school_id = ${school} and o.enrollment_id = any (${whole}) and not exists (
        select 1 from given g
        where g.enrollment_id = o.enrollment_id and g.item_id = o.item_id)
    )
    insert into opening (school_id, enrollment_id, item_id, opens, closes)
    select school_id, enrollment_id, item_id, opens, closes from given
    on conflict (school_id, enrollment_id, item_id) do update
      set opens = excluded.opens, closes = excluded.closes
      where (opening.opens, opening.closes) is distinct from (excluded.opens, excluded.closes)
  `.execute(tx);
}

/** The openings of many enrollments that hold the same versions, in columns. */
export interface LotOfOpenings {
  enrollments: string[];
  /** What each was worked out from: its last event, and when time alone changes it. */
  sequences: number[];
  staleAt: (string | null)[];
  version: number;
  items: string[];
  /** A row of items for each enrollment: milliseconds, not a number for none. */
  opens: Float64Array;
  closes: Float64Array;
}

/**
 * Writes the openings of many enrollments, all of theirs: only rows that differ from what is kept are touched. The
 * columns go over as two arrays, so that a row costs no text of its own. The caller holds the enrollments.
 */
export async function writeLot(
  tx: SchoolTransaction,
  school: SchoolId,
  { enrollments, sequences, staleAt, version, items, opens, closes }: LotOfOpenings,
): Promise<void> {
  const column = (values: Float64Array) => `{${values.join(",")}}`;
  const k = items.length;
  // Each person's slice of the columns beside the items: numbers have one length, so a slice is found at once.
  await sql`
      with changed as materialized (
        select e.id as enrollment_id, d.* from
          (select ${column(opens)}::float8[] as o, ${column(closes)}::float8[] as c) as columns
        cross join unnest(${enrollments}::text[]) with ordinality as e (id, p)
        cross join lateral (
          select item_id, u.opens, u.closes, o.school_id is null as fresh, not u.given is true as gone
          from (
            select true as given, item_id, to_timestamp(nullif(o, 'NaN') / 1000) as opens,
              to_timestamp(nullif(c, 'NaN') / 1000) as closes
            from unnest(
              ${items}::text[],
              columns.o[(e.p - 1) * ${k}::bigint + 1 : e.p * ${k}::bigint],
              columns.c[(e.p - 1) * ${k}::bigint + 1 : e.p * ${k}::bigint]
            ) as u (item_id, o, c)
          ) u
          full join (
            select school_id, item_id, opens, closes from opening
            where school_id = ${school} and enrollment_id = e.id
          ) o using (item_id)
          where u.given is null or o.school_id is null
            or (o.opens, o.closes) is distinct from (u.opens, u.closes)
        ) d
      ), deleted as (
        delete from opening o using changed d
        where d.gone and o.school_id = ${school}
          and o.enrollment_id = d.enrollment_id and o.item_id = d.item_id
      ), updated as (
        update opening o set opens = d.opens, closes = d.closes from changed d
        where not d.fresh and not d.gone and o.school_id = ${school}
          and o.enrollment_id = d.enrollment_id and o.item_id = d.item_id
      )
      insert into opening (school_id, enrollment_id, item_id, opens, closes)
      select ${school}::uuid, enrollment_id, item_id, opens, closes from changed where fresh
    `.execute(tx);
  await sql`
    update enrollment e set projected_version = ${version}::integer,
      projected_sequence = head.sequence, stale_at = head.stale_at
    from unnest(${enrollments}::text[], ${sequences}::integer[], ${staleAt}::timestamptz[])
      as head (id, sequence, stale_at)
    where e.school_id = ${school} and e.id = head.id
  `.execute(tx);
}

/**
 * For each course, the next instant at which something opens for somebody, and for how many people. Only rows that
 * hold count: worked out after the enrollment's last event, from the version that counts, and not stale.
 */
export async function nextOpenings(tx: SchoolTransaction, now: string) {
  const { rows } = await sql<{ course_id: string; at: string; people: number }>`
    with next as (
      select enrollment.course_id, opening.opens, opening.enrollment_id,
             min(opening.opens) over (partition by enrollment.course_id) as first
      from opening
      join enrollment
        on enrollment.school_id = opening.school_id and enrollment.id = opening.enrollment_id
      join course
        on course.school_id = enrollment.school_id and course.id = enrollment.course_id
      where opening.opens > ${now}::timestamptz
        and (opening.closes is null or opening.closes > opening.opens)
        and (enrollment.stale_at is null or enrollment.stale_at > ${now}::timestamptz)
        and enrollment.projected_sequence = enrollment.last_sequence
        and enrollment.projected_version = coalesce(enrollment.pinned_version, course.current_version)
    )
    select course_id, first as at, count(distinct enrollment_id)::integer as people
    from next where opens = first group by course_id, first
  `.execute(tx);
  return new Map(rows.map(({ course_id, at, people }) => [course_id, { at, people }]));
}

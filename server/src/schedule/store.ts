/** The projection of openings: kept for lists and notices, never asked whether a door opens. */
import { type RawBuilder, sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { type Line, lineColumns } from "./line";

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
  /** What lists say of the person. */
  line: Line;
  /** They were here at this instant; null: nothing is said of it. */
  seen: string | null;
  openings: OpeningRow[];
  /** These are all of them: others that are kept go. */
  all: boolean;
}

/**
 * Whether what is kept of an enrollment `e` of a course `c` holds at an instant: worked out after its last event, from
 * the version that counts, and not overtaken by time.
 */
export const holdsAt = (at: string) => sql<boolean>`coalesce(
  e.projected_sequence = e.last_sequence
  and e.projected_version = coalesce(e.pinned_version, c.current_version)
  and (e.stale_at is null or e.stale_at > ${at}::timestamptz), false)`;

/** When time alone changes what is kept, and the line: as columns of a record set, and as what is set from it. */
const HEAD = sql`stale_at timestamptz, access_from timestamptz, access_until timestamptz,
  standing text, done integer, required integer, finished_at timestamptz, finished_inside text[],
  next_opens timestamptz,
  next_item text, todo integer, next_due timestamptz`;
const SET_HEAD = sql`stale_at = head.stale_at, access_from = head.access_from,
  access_until = head.access_until, standing = head.standing, done = head.done,
  required = head.required, finished_at = head.finished_at,
  finished_inside = head.finished_inside, next_opens = head.next_opens,
  next_item = head.next_item, todo = head.todo, next_due = head.next_due`;

/**
 * What notes the ends that differ though nothing has happened to somebody: the course has moved them. Of those who are in
 * it by an order, whose days are what was paid for. `head`: a record set of what is kept from now on.
 */
const endsMoved = (school: SchoolId, ids: readonly string[], at: string) => sql`
    insert into end_move (school_id, enrollment_id, at, was, until)
    select e.school_id, e.id, ${at}::timestamptz, e.access_until, head.access_until
    from enrollment e join head on head.id = e.id
    where e.school_id = ${school} and e.id = any (${[...ids]})
      and e.access_until <> head.access_until and e.projected_sequence = head.sequence
      and exists (select from order_enrollment k
        where k.school_id = e.school_id and k.enrollment_id = e.id)
    on conflict (school_id, enrollment_id, at) do update set until = excluded.until`;

/**
 * Writes the openings of some enrollments, and what they were worked out from, which is all of their events: the
 * last one's number is the enrollment's. `at`: when that is. `also` goes into the same statement. Only rows that differ are touched.
 * The caller holds the enrollments.
 */
export async function writeOpenings(
  tx: SchoolTransaction,
  school: SchoolId,
  projections: readonly Projection[],
  at: string,
  also: RawBuilder<unknown> = sql``,
): Promise<void> {
  if (projections.length === 0) return;
  const heads = projections.map(({ enrollment, version, sequence, staleAt, line, seen }) => {
    return {
      id: enrollment,
      version,
      sequence,
      stale_at: staleAt,
      seen,
      ...lineColumns(line),
    };
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
        as h (id text, version integer, sequence integer, seen timestamptz, ${HEAD})
    ), moved as (${endsMoved(school, ids, at)}
    ), headed as (
      update enrollment e set last_sequence = head.sequence,
        projected_version = head.version, projected_sequence = head.sequence, ${SET_HEAD},
        seen_at = case when head.seen > coalesce(e.seen_at, '-infinity') + interval '10 minutes'
          then head.seen else e.seen_at end
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
  /** Of each: the last event it was worked out from, when time alone changes it, and its line. */
  heads: (ReturnType<typeof lineColumns> & { sequence: number; stale_at: string | null })[];
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
  { enrollments, heads, version, items, opens, closes }: LotOfOpenings,
  at: string,
): Promise<void> {
  const column = (values: Float64Array) => `{${values.join(",")}}`;
  const k = items.length;
  // Each person's slice of the columns beside the items: numbers have one length, so a slice is found at once.
  const slices = sql`unnest(
      ${items}::text[],
      columns.o[(e.p - 1) * ${k}::bigint + 1 : e.p * ${k}::bigint],
      columns.c[(e.p - 1) * ${k}::bigint + 1 : e.p * ${k}::bigint]
    ) as u (item_id, o, c)`;
  const columns = sql`(select ${column(opens)}::float8[] as o, ${column(closes)}::float8[] as c) as columns
    cross join unnest(${enrollments}::text[]) with ordinality as e (id, p)`;
  const { rows: kept } = await sql`
    select 1 from opening where school_id = ${school} and enrollment_id = any (${enrollments}) limit 1
  `.execute(tx);
  // Of people who have just come nothing is kept that could differ.
  if (kept.length === 0)
    await sql`
      insert into opening (school_id, enrollment_id, item_id, opens, closes)
      select ${school}::uuid, e.id, u.item_id, to_timestamp(nullif(u.o, 'NaN') / 1000),
        to_timestamp(nullif(u.c, 'NaN') / 1000)
      from ${columns} cross join lateral ${slices}
    `.execute(tx);
  else
    await sql`
      with changed as materialized (
        select e.id as enrollment_id, d.* from ${columns}
        cross join lateral (
          select item_id, u.opens, u.closes, o.school_id is null as fresh, not u.given is true as gone
          from (
            select true as given, item_id, to_timestamp(nullif(o, 'NaN') / 1000) as opens,
              to_timestamp(nullif(c, 'NaN') / 1000) as closes
            from ${slices}
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
  const named = heads.map((head, p) => ({ id: enrollments[p], ...head }));
  await sql`
    with head as materialized (
      select * from jsonb_to_recordset(${JSON.stringify(named)}::jsonb)
        as h (id text, sequence integer, ${HEAD})
    ), moved as (${endsMoved(school, enrollments, at)}
    )
    update enrollment e set projected_version = ${version}::integer,
      projected_sequence = head.sequence, ${SET_HEAD}
    from head
    where e.school_id = ${school} and e.id = any (${enrollments}) and e.id = head.id
  `.execute(tx);
}

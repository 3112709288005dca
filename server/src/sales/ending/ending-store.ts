/** Whose access ends when, in the database: as their lines say, and as their memberships do. */
import { type RawBuilder, sql } from "kysely";
import type { SchoolTransaction } from "../../db/connection";

interface Span {
  from: string;
  to: string;
}

/**
 * Every end between two instants, of people who are in: by the order they have it from, the last one where they stayed
 * longer; what a subscription pays on ends only once that is cancelled. `amount`: what a period of it costs.
 */
const ends = ({ from, to }: Span): RawBuilder<unknown> => sql`
  select 'e ' || e.id as id, e.person_id as person, e.access_until as until, e.course_id as course,
    o.id as "order", o.listing_id as listing, o.kind is not distinct from 'subscription' as cancelled, o.amount
  from enrollment e
  left join lateral (
    select s.id, s.listing_id, s.kind, s.standing, ${periodPrice} as amount
    from order_enrollment k
    join sales_order s on s.school_id = k.school_id and s.id = k.order_id
    where k.school_id = e.school_id and k.enrollment_id = e.id and k.gained and s.state = 'paid'
    order by s.bought_at desc, s.renews desc, s.id limit 1
  ) o on true
  where e.access_until >= ${from}::timestamptz and e.access_until < ${to}::timestamptz
    and e.standing <> 'ended' and (o.kind is distinct from 'subscription' or o.standing = 'ending')
  union all
  select 'm ' || m.order_id || ' ' || m.seat, m.person_id, least(m.ends_at, m.stops_at), null,
    s.id, s.listing_id, s.kind = 'subscription', ${periodPrice}
  from membership m
  join sales_order s on s.school_id = m.school_id and s.id = m.order_id
  where least(m.ends_at, m.stops_at) >= ${from}::timestamptz and least(m.ends_at, m.stops_at) < ${to}::timestamptz
    and not m.shut and (s.kind <> 'subscription' or s.standing = 'ending')
`;

/** What an order's subscription costs a period: as it was bought, or as it was changed last. */
const periodPrice = sql`coalesce((
  select (v.data -> 'to' ->> 'amount')::bigint from order_event v
  where v.school_id = s.school_id and v.order_id = s.id and v.kind = 'option-changed'
  order by v.sequence desc limit 1), (s.series ->> 'amount')::bigint, 0)`;

export interface EndsOfMonth {
  month: string;
  listing: string | null;
  title: string | null;
  cancelled: boolean;
  people: number;
  amount: number;
}

/** By month of a zone and listing; whoever is in several courses by one order counts once. */
export async function countEnds(
  tx: SchoolTransaction,
  span: Span,
  zone: string,
): Promise<EndsOfMonth[]> {
  const { rows } = await sql<EndsOfMonth>`
    select x.month, x.listing, l.title, x.cancelled, count(distinct x.person)::integer as people,
      sum(x.amount)::float8 as amount
    from (
      select distinct to_char((until - interval '1 millisecond') at time zone ${zone}, 'YYYY-MM') as month,
        listing, cancelled, person, "order", case when cancelled then amount else 0 end as amount
      from (${ends(span)}) z
    ) x
    left join listing l on l.id = x.listing
    group by 1, 2, 3, 4 order by 1, 3, 2
  `.execute(tx);
  return rows;
}

export interface EndRow {
  id: string;
  person: string;
  name: string;
  title: string;
  until: string;
  cancelled: boolean;
  order: string | null;
}

/** So many of them and one more, the earliest first, after one. `listing`: empty: of none; undefined: of any. */
export async function readEnds(
  tx: SchoolTransaction,
  span: Span,
  {
    listing,
    cancelled,
    after,
    most,
  }: {
    listing: string | undefined;
    cancelled: boolean | undefined;
    after: { until: string; id: string } | null;
    most: number;
  },
): Promise<EndRow[]> {
  const { rows } = await sql<EndRow>`
    select x.id, x.person, p.name, coalesce(v.title, l.title, x.course, '') as title, x.until,
      x.cancelled, x."order"
    from (
      select * from (${ends(span)}) z where true
        ${listing === undefined ? sql`` : listing === "" ? sql`and listing is null` : sql`and listing = ${listing}`}
        ${cancelled === undefined ? sql`` : sql`and cancelled = ${cancelled}`}
        ${after === null ? sql`` : sql`and (until, id) > (${after.until}::timestamptz, ${after.id})`}
      order by until, id limit ${most + 1}
    ) x
    join person p on p.id = x.person
    left join course c on c.id = x.course
    left join course_version v on v.course_id = c.id and v.number = c.current_version
    left join listing l on l.id = x.listing
    order by x.until, x.id
  `.execute(tx);
  return rows;
}

/** Whether more end in a span than are counted at each asking. */
export async function manyEnd(tx: SchoolTransaction, { from, to }: Span, most: number) {
  const { rows } = await sql<{ n: number }>`
    select count(*)::integer as n from (
      select from enrollment where access_until >= ${from}::timestamptz
        and access_until < ${to}::timestamptz and standing <> 'ended' limit ${most + 1}) e
  `.execute(tx);
  return (rows[0]?.n ?? 0) > most;
}

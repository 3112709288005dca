/** What orders bring by month, as it is kept and added up, in the database. */
import type { KeptMonths, Month } from "@dawngate/core/sales/orders";
import { sql } from "kysely";
import { insertMany } from "../../db/bulk";
import type { SchoolId, SchoolTransaction } from "../../db/connection";
import { KeptDifference, type KeptOrder } from "./kept";

/** One works at a school's income at a time, whichever server it is on. */
export async function holdIncome(tx: SchoolTransaction, school: SchoolId): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended(${`income of ${school}`}, 0))`.execute(
    tx,
  );
}

/** The orders that are written down to be worked out again, the oldest first, so many; null: all of the school's. */
export async function readLooks(tx: SchoolTransaction, most: number): Promise<(string | null)[]> {
  const rows = await tx
    .selectFrom("income_look")
    .select("order_id")
    .orderBy("id")
    .limit(most)
    .execute();
  return rows.map(({ order_id }) => order_id);
}

/** Orders that time alone has overtaken by an instant, so many. */
export async function overtaken(
  tx: SchoolTransaction,
  at: string,
  most: number,
): Promise<string[]> {
  const rows = await tx
    .selectFrom("order_income")
    .select("order_id")
    .where("next_at", "<=", at)
    .orderBy("next_at")
    .limit(most)
    .execute();
  return rows.map(({ order_id }) => order_id);
}

/** How many orders are to be worked out again by an instant, as far as so many are looked at. */
export async function countBehind(
  tx: SchoolTransaction,
  at: string,
  most: number,
): Promise<number> {
  const { rows } = await sql<{ n: number }>`
    select case when exists (select from income_look where order_id is null)
      then (select count(*) from (
        select from sales_order where paid_at is not null limit ${most}) o)
      else (select count(*) from (
        select order_id from (select order_id from income_look limit ${most}) l
        union
        select order_id from (
          select order_id from order_income where next_at <= ${at}::timestamptz limit ${most}) t) d)
      end::integer as n
  `.execute(tx);
  return rows[0]?.n ?? 0;
}

/** Instead of all of the school's each paid order is written down. */
export async function lookAtAll(tx: SchoolTransaction): Promise<void> {
  // First, so that what is asked for meanwhile stays.
  await tx.deleteFrom("income_look").where("order_id", "is", null).execute();
  await sql`
    insert into income_look (school_id, order_id)
    select school_id, id from sales_order where paid_at is not null
  `.execute(tx);
}

/** All that is written down of some orders by now. */
export async function dropLooksOf(tx: SchoolTransaction, orders: readonly string[]): Promise<void> {
  await sql`delete from income_look where order_id = any (${[...orders]})`.execute(tx);
}

/**
 * Keeps what orders bring instead of what was kept of them, and the sums with it; null: nothing, the order is not paid.
 * The caller holds the school's income.
 */
export async function keepOrders(
  tx: SchoolTransaction,
  school: SchoolId,
  orders: ReadonlyMap<string, KeptOrder | null>,
): Promise<void> {
  const ids = [...orders.keys()];
  const difference = new KeptDifference();
  for (const was of await readKept(tx, ids)) difference.add(was, -1);
  await sql`delete from order_income where order_id = any (${ids})`.execute(tx);
  const kept = [...orders].flatMap(([order, one]) => (one ? [{ order, ...one }] : []));
  for (const one of kept) difference.add(one, 1);
  await insertMany(
    tx,
    "order_income",
    kept.map(({ order, currency, first, tax, dueTax, usual, nextAt, fault }) => ({
      school_id: school,
      order_id: order,
      currency,
      first,
      tax,
      due_tax: dueTax,
      usual,
      next_at: nextAt,
      fault,
    })),
  );
  await insertMany(
    tx,
    "order_income_row",
    kept.flatMap(({ order, first, rows }) =>
      rows.map(({ listing, course, cohort, partner, renewed, last, months }, place) => ({
        school_id: school,
        order_id: order,
        place,
        listing_id: listing,
        course_id: course,
        cohort_id: cohort,
        partner_id: partner,
        renewed,
        first,
        last,
        months,
      })),
    ),
  );
  await addSums(tx, school, difference);
}

async function readKept(tx: SchoolTransaction, ids: readonly string[]): Promise<KeptOrder[]> {
  const heads = await tx
    .selectFrom("order_income")
    .select(["order_id", "currency", "first", "tax", "due_tax", "usual", "next_at", "fault"])
    .where(sql<boolean>`order_id = any (${[...ids]})`)
    .execute();
  const rows = await tx
    .selectFrom("order_income_row")
    .selectAll()
    .where(sql<boolean>`order_id = any (${[...ids]})`)
    .orderBy("place")
    .execute();
  return heads.map(({ order_id: id, currency, first, tax, due_tax, usual, next_at, fault }) => ({
    currency,
    first,
    tax,
    dueTax: due_tax,
    usual,
    nextAt: next_at,
    fault,
    rows: rows
      .filter((row) => row.order_id === id)
      .map((row) => ({
        listing: row.listing_id,
        course: row.course_id,
        cohort: row.cohort_id,
        partner: row.partner_id,
        renewed: row.renewed,
        last: row.last,
        months: row.months,
      })),
  }));
}

/** In the order of their keys, so that whoever else adds to some of them waits, and is not waited for. */
async function addSums(tx: SchoolTransaction, school: SchoolId, { sums, usual }: KeptDifference) {
  const byMonth = sums.map((sum) => ({ school_id: school, ...sum }));
  if (byMonth.length > 0)
    await sql`
      insert into income_sum as s
      select * from jsonb_populate_recordset(null::income_sum, ${JSON.stringify(byMonth)}::jsonb)
      on conflict (school_id, currency, month, listing_id, course_id, cohort_id, partner_id, renewed)
      do update set received = s.received + excluded.received, due = s.due + excluded.due,
        earned = s.earned + excluded.earned, tax = s.tax + excluded.tax,
        due_tax = s.due_tax + excluded.due_tax, orders = s.orders + excluded.orders,
        held = s.held + excluded.held
    `.execute(tx);
  const byDay = usual.map((sum) => ({ school_id: school, ...sum }));
  if (byDay.length > 0)
    await sql`
      insert into usual_sum as s
      select * from jsonb_populate_recordset(null::usual_sum, ${JSON.stringify(byDay)}::jsonb)
      on conflict (school_id, currency, day)
      do update set due = s.due + excluded.due, unpaid = s.unpaid + excluded.unpaid
    `.execute(tx);
}

/** Orders that cannot be read, so many. */
export async function readFaulty(tx: SchoolTransaction, most: number): Promise<string[]> {
  const rows = await tx
    .selectFrom("order_income")
    .select("order_id")
    .where("fault", "is not", null)
    .orderBy("order_id")
    .limit(most)
    .execute();
  return rows.map(({ order_id }) => order_id);
}

export interface SumRow {
  listing: string;
  course: string;
  /** Empty: in none; by nobody's link. */
  cohort: string;
  partner: string;
  renewed: boolean;
  orders: number;
  /** Received less earned in the months before. */
  before: number;
  /** By month: received, due, earned, tax, tax in what is due; months without any are left out. */
  months: Record<string, [number, number, number, number, number]>;
}

/** The sums by listing, course, cohort and way in, of some months and of what was before. */
export async function readSums(
  tx: SchoolTransaction,
  { currency, from, to }: { currency: string; from: Month; to: Month },
): Promise<SumRow[]> {
  const { rows } = await sql<SumRow & { before: string }>`
    select listing_id as listing, course_id as course, cohort_id as cohort, partner_id as partner,
      renewed, sum(orders)::integer as orders,
      coalesce(sum(received - earned) filter (where month < ${from}), 0) as before,
      coalesce(jsonb_object_agg(month, jsonb_build_array(received, due, earned, tax, due_tax))
        filter (where month >= ${from}), '{}') as months
    from income_sum
    where currency = ${currency} and month <= ${to}
    group by 1, 2, 3, 4, 5 having sum(held) > 0
  `.execute(tx);
  return rows.map((row) => ({ ...row, before: Number(row.before) }));
}

/** What of later parts fell due on some days, both included, and was not paid. */
export async function readUsual(
  tx: SchoolTransaction,
  { currency, from, through }: { currency: string; from: string; through: string },
): Promise<{ due: number; unpaid: number }> {
  const { rows } = await sql<{ due: string; unpaid: string }>`
    select coalesce(sum(due), 0) as due, coalesce(sum(unpaid), 0) as unpaid from usual_sum
    where currency = ${currency} and day between ${from}::date and ${through}::date
  `.execute(tx);
  return { due: Number(rows[0]?.due ?? 0), unpaid: Number(rows[0]?.unpaid ?? 0) };
}

const COLUMN = {
  listing: sql.ref("listing_id"),
  course: sql.ref("course_id"),
  cohort: sql.ref("cohort_id"),
  partner: sql.ref("partner_id"),
  renewed: sql`case when renewed then 'yes' else 'no' end`,
} as const;

export interface Part {
  by?: keyof typeof COLUMN | undefined;
  of: string;
}
const isOf = ({ by, of }: Part) => (by === undefined ? sql`true` : sql`${COLUMN[by]} = ${of}`);

/** So many rows of orders are looked at for a page, first and then; the next page goes on from there. */
const LOOKED_AT = [1000, 19_000];

/**
 * The orders after one, in the order of their identifiers, that have anything in a month; `end`: from where it goes on,
 * null: nowhere.
 */
export async function ordersIn(
  tx: SchoolTransaction,
  { after, most, ...asked }: Part & { month: Month; after: string; most: number },
): Promise<{ orders: string[]; end: string | null }> {
  const orders: string[] = [];
  let end: string | null = after;
  for (const rows of LOOKED_AT) {
    const found = await ordersAmong(tx, { ...asked, after: end, rows, most: most + 1 });
    orders.push(...found.orders);
    if (orders.length > most)
      return { orders: orders.slice(0, most), end: orders[most - 1] as string };
    end = found.end;
    if (end === null) break;
  }
  return { orders, end };
}

/** Those among so many rows after an order; `end`: the last whole one, null: there are no more. */
async function ordersAmong(
  tx: SchoolTransaction,
  {
    month,
    after,
    rows: looked,
    most,
    ...part
  }: Part & { month: Month; after: string; rows: number; most: number },
): Promise<{ orders: string[]; end: string | null }> {
  const { rows } = await sql<{ orders: string[]; end: string | null; is_full: boolean }>`
    with walked as materialized (
      select order_id, first, last, listing_id, course_id, cohort_id, partner_id, renewed
      from order_income_row where order_id > ${after} order by order_id, place limit ${looked}
    ), bound as (
      select count(*) = ${looked} as is_full, max(order_id) as cut from walked
    ), whole as (
      -- The last one may have rows further on.
      select w.* from walked w, bound b where not b.is_full or w.order_id < b.cut
    )
    select b.is_full, (select max(order_id) from whole) as end, array(
        select distinct order_id from whole
        where first <= ${month} and last >= ${month} and ${isOf(part)}
        order by 1 limit ${most}) as orders
    from bound b
  `.execute(tx);
  const [{ orders, end, is_full: isFull } = { orders: [], end: null, is_full: false }] = rows;
  return { orders, end: isFull ? end : null };
}

interface RowOf {
  order: string;
  name: string;
  title: string;
  currency: string;
  first: Month;
  months: KeptMonths;
}

/** The rows of some orders that are of a part, with whose they are. */
export async function readRowsOf(
  tx: SchoolTransaction,
  orders: readonly string[],
  part: Part,
): Promise<RowOf[]> {
  const { rows } = await sql<RowOf>`
    select r.order_id as order, o.name, o.title, o.currency, r.first, r.months
    from (select * from order_income_row
      where order_id = any (${[...orders]}) and ${isOf(part)}) r
    join sales_order o on o.school_id = r.school_id and o.id = r.order_id
    order by r.order_id, r.place
  `.execute(tx);
  return rows;
}

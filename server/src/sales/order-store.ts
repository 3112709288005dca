/** Orders and what happened to them, in the database. */
import type { OrderTax } from "@dawngate/contract/sales";
import type { Quote } from "@dawngate/core/sales";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { SalesOrderTable } from "../db/tables/sales";
import { pattern } from "../enrollment/roster-store";

export interface OrderRow
  extends Omit<
    SalesOrderTable,
    "school_id" | "quote" | "key" | "secret_hash" | "seats_hash" | "tax"
  > {
  quote: Quote;
  tax: OrderTax | null;
}

const COLUMNS = [
  "id",
  "listing_id",
  "terms_number",
  "title",
  "account_id",
  "person_id",
  "name",
  "email",
  "time_zone",
  "option_id",
  "kind",
  "seats",
  "codes",
  "quote",
  "currency",
  "consent_at",
  "state",
  "bought_at",
  "held_until",
  "paid_at",
  "pay_url",
  "receipt_year",
  "receipt_number",
  "tax",
] as const;

export type NewOrder = Omit<
  SalesOrderTable,
  | "school_id"
  | "quote"
  | "paid_at"
  | "pay_url"
  | "receipt_year"
  | "receipt_number"
  | "seats_hash"
  | "tax"
> & { quote: Quote; tax: OrderTax | null };

export async function insertOrder(
  tx: SchoolTransaction,
  school: SchoolId,
  { quote, tax, ...order }: NewOrder,
): Promise<void> {
  await tx
    .insertInto("sales_order")
    .values({
      school_id: school,
      ...order,
      quote: JSON.stringify(quote),
      tax: tax && JSON.stringify(tax),
    })
    .execute();
  if (order.codes.length > 0)
    await tx
      .insertInto("code_use")
      .values(
        order.codes.map((code) => ({
          school_id: school,
          listing_id: order.listing_id,
          code,
          order_id: order.id,
          email: order.email,
        })),
      )
      .execute();
}

/** One order; `hold`: nobody else changes it until this transaction ends. */
export async function readOrder(
  tx: SchoolTransaction,
  id: string,
  hold = false,
): Promise<OrderRow | null> {
  let asked = tx.selectFrom("sales_order").select(COLUMNS).where("id", "=", id);
  if (hold) asked = asked.forUpdate();
  return ((await asked.executeTakeFirst()) as OrderRow | undefined) ?? null;
}

/** The order that a press has made already, and what opens it; null: there is none. */
export async function readByKey(tx: SchoolTransaction, key: string) {
  return tx
    .selectFrom("sales_order")
    .select(["id", "state", "pay_url", "email", "listing_id"])
    .where("key", "=", key)
    .executeTakeFirst();
}

/** Whether a secret opens an order: that of the press, or that of the mail about its seats. */
export async function isOpenedBy(tx: SchoolTransaction, id: string, digest: string) {
  const row = await tx
    .selectFrom("sales_order")
    .select("id")
    .where("id", "=", id)
    .where((of) => of.or([of("secret_hash", "=", digest), of("seats_hash", "=", digest)]))
    .executeTakeFirst();
  return row !== undefined;
}

export async function updateOrder(
  tx: SchoolTransaction,
  id: string,
  set: Partial<
    Pick<
      SalesOrderTable,
      | "state"
      | "paid_at"
      | "person_id"
      | "pay_url"
      | "held_until"
      | "receipt_year"
      | "receipt_number"
      | "secret_hash"
      | "seats_hash"
    >
  >,
): Promise<void> {
  await tx.updateTable("sales_order").set(set).where("id", "=", id).execute();
}

/** Adds to what happened; false where this was told before. */
export async function addEvent(
  tx: SchoolTransaction,
  school: SchoolId,
  order: string,
  {
    kind,
    at,
    charge,
    amount,
  }: { kind: string; at: string; charge: string | null; amount: number | null },
): Promise<boolean> {
  const { numAffectedRows } = await sql`
    insert into order_event (school_id, order_id, sequence, kind, at, charge, amount)
    select ${school}, ${order}, coalesce(max(sequence), 0) + 1, ${kind}, ${at}::timestamptz, ${charge}, ${amount}::bigint
    from order_event where order_id = ${order}
    on conflict (school_id, kind, charge) do nothing
  `.execute(tx);
  return numAffectedRows === 1n;
}

export async function readEvents(tx: SchoolTransaction, order: string) {
  const rows = await tx
    .selectFrom("order_event")
    .select(["sequence", "kind", "at", "charge", "amount"])
    .where("order_id", "=", order)
    .orderBy("sequence")
    .limit(500)
    .execute();
  return rows.map(({ amount, ...row }) => ({
    ...row,
    amount: amount === null ? null : Number(amount),
  }));
}

export async function addEnrollment(
  tx: SchoolTransaction,
  school: SchoolId,
  order: string,
  enrollment: string,
  seat: number | null = null,
): Promise<void> {
  await tx
    .insertInto("order_enrollment")
    .values({ school_id: school, order_id: order, enrollment_id: enrollment, seat })
    .onConflict((on) => on.doNothing())
    .execute();
}

/** The enrollments of an order, with the titles of their courses. */
export async function readEnrollments(tx: SchoolTransaction, order: string) {
  const { rows } = await sql<{ id: string; course: string; title: string }>`
    select e.id, e.course_id as course, v.title from order_enrollment k
    join enrollment e on e.school_id = k.school_id and e.id = k.enrollment_id
    join course c on c.school_id = e.school_id and c.id = e.course_id
    join course_version v on v.school_id = c.school_id and v.course_id = c.id
      and v.number = c.current_version
    where k.order_id = ${order} order by v.title, e.id limit 100
  `.execute(tx);
  return rows;
}

/** The next number of a year's receipts: without a gap, since it is given back with a transaction that fails. */
export async function nextReceipt(
  tx: SchoolTransaction,
  school: SchoolId,
  year: number,
): Promise<number> {
  const { rows } = await sql<{ last: number }>`
    insert into receipt_series (school_id, year, last) values (${school}, ${year}, 1)
    on conflict (school_id, year) do update set last = receipt_series.last + 1
    returning last
  `.execute(tx);
  return rows[0]?.last ?? 1;
}

/** A page of orders, the latest first, so many and one more. */
export async function readOrders(
  tx: SchoolTransaction,
  {
    state,
    find,
    after,
    most,
  }: {
    state: OrderRow["state"] | undefined;
    find: string;
    after: { at: string; id: string } | null;
    most: number;
  },
): Promise<OrderRow[]> {
  let asked = tx
    .selectFrom("sales_order")
    .select(COLUMNS)
    .orderBy("bought_at", "desc")
    .orderBy("id", "desc")
    .limit(most + 1);
  if (state !== undefined) asked = asked.where("state", "=", state);
  if (after)
    asked = asked.where(sql<boolean>`(bought_at, id) < (${after.at}::timestamptz, ${after.id})`);
  if (find !== "")
    asked = asked.where(
      sql<boolean>`(lower(name) like ${pattern(find)} or lower(email) like ${pattern(find)})`,
    );
  return (await asked.execute()) as OrderRow[];
}

/** Whether the same address has paid for the same by another order, or waits in a later one. */
export async function hasBoughtSince(
  tx: SchoolTransaction,
  { id, listing_id: listing, email, bought_at: at }: OrderRow,
): Promise<boolean> {
  const { rows } = await sql`
    select 1 from sales_order
    where listing_id = ${listing} and lower(email) = lower(${email}) and id <> ${id}
      and (state = 'paid' or bought_at > ${at}::timestamptz)
    limit 1
  `.execute(tx);
  return rows.length > 0;
}

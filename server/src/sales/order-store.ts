/** Orders and what happened to them, in the database. */
import type { FieldAnswers } from "@dawngate/contract/own-fields";
import type {
  Billing,
  Gift,
  OrderStanding,
  OrderTax,
  PaymentTerms,
} from "@dawngate/contract/sales";
import type { Quote } from "@dawngate/core/sales";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Agreed } from "../db/tables/partners";
import type { Announced, Changing, SalesOrderTable, Series } from "../db/tables/sales";
import type { KeptCard } from "../stand-ins/payments";

export interface OrderRow
  extends Omit<
    SalesOrderTable,
    | "school_id"
    | "quote"
    | "key"
    | "secret_hash"
    | "seats_hash"
    | Documents
    | Card
    | "standing"
    | "next_at"
    | "renews"
    | "pay_by"
    | "seat_link_hash"
  > {
  renews: boolean;
  pay_by: string | null;
  seat_link_hash: string | null;
  quote: Quote;
  tax: OrderTax | null;
  gift: Gift | null;
  billing: Billing | null;
  changing: Changing | null;
  announced: Announced | null;
  payment_terms: PaymentTerms | null;
  series: Series | null;
  partners: Agreed | null;
  card: string | null;
  card_ends: string | null;
  card_expires: string | null;
  standing: OrderStanding | null;
  next_at: string | null;
}

type Card = "card" | "card_ends" | "card_expires";

/** What is kept as documents. */
type Documents =
  | "partners"
  | "answers"
  | "tax"
  | "gift"
  | "payment_terms"
  | "series"
  | "billing"
  | "changing"
  | "announced";

/** What is read of an order. */
export const COLUMNS = [
  "id",
  "listing_id",
  "terms_number",
  "title",
  "account_id",
  "person_id",
  "name",
  "email",
  "time_zone",
  "clock",
  "language",
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
  "gift",
  "billing",
  "pay_by",
  "changing",
  "announced",
  "seat_link_hash",
  "payment_terms",
  "series",
  "partners",
  "card",
  "card_ends",
  "card_expires",
  "standing",
  "next_at",
  "renews",
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
  | Documents
  | Card
  | "standing"
  | "next_at"
  | "renews"
  | "pay_by"
  | "seat_link_hash"
> & {
  renews: boolean;
  pay_by?: string;
  quote: Quote;
  tax: OrderTax | null;
  gift: Gift | null;
  answers?: FieldAnswers | null;
  partners?: Agreed | null;
  billing: Billing | null;
  payment_terms: PaymentTerms;
  series: Series | null;
};

export async function insertOrder(
  tx: SchoolTransaction,
  school: SchoolId,
  {
    quote,
    tax,
    gift,
    answers = null,
    partners = null,
    billing,
    payment_terms,
    series,
    ...order
  }: NewOrder,
): Promise<void> {
  await tx
    .insertInto("sales_order")
    .values({
      school_id: school,
      ...order,
      quote: JSON.stringify(quote),
      tax: tax && JSON.stringify(tax),
      gift: gift && JSON.stringify(gift),
      answers: answers && JSON.stringify(answers),
      partners: partners && JSON.stringify(partners),
      billing: billing && JSON.stringify(billing),
      payment_terms: JSON.stringify(payment_terms),
      series: series && JSON.stringify(series),
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

/** Some orders, by their identifiers; without those that are not there. */
export async function readOrdersOf(
  tx: SchoolTransaction,
  ids: readonly string[],
): Promise<OrderRow[]> {
  return (await tx
    .selectFrom("sales_order")
    .select(COLUMNS)
    .where(sql<boolean>`id = any (${[...ids]})`)
    .execute()) as OrderRow[];
}

/** The order that a press has made already, and what opens it; null: there is none. */
export async function readByKey(tx: SchoolTransaction, key: string) {
  return tx
    .selectFrom("sales_order")
    .select(["id", "state", "pay_url", "email", "listing_id"])
    .where("key", "=", key)
    .executeTakeFirst();
}

/** Whether a secret of this digest opens an order: its page's, its receipt's, or that of a letter that is still good. */
export async function isOpenedBy(tx: SchoolTransaction, id: string, digest: string, now: string) {
  const { rows } = await sql`
    select from sales_order o where o.id = ${id} and (
      o.secret_hash = ${digest} or o.seats_hash = ${digest} or exists (
        select from order_link k where k.school_id = o.school_id and k.order_id = o.id
          and k.hash = ${digest} and k.until > ${now}::timestamptz))
  `.execute(tx);
  return rows.length > 0;
}

/** A letter's link opens the order until then. */
export async function insertLink(
  tx: SchoolTransaction,
  school: SchoolId,
  order: string,
  { hash, until }: { hash: string; until: string },
): Promise<void> {
  await tx
    .insertInto("order_link")
    .values({ school_id: school, order_id: order, hash, until })
    .execute();
}

export async function updateOrder(
  tx: SchoolTransaction,
  id: string,
  set: Partial<
    Pick<
      SalesOrderTable,
      | "state"
      | "standing"
      | "next_at"
      | "paid_at"
      | "person_id"
      | "pay_url"
      | "held_until"
      | "receipt_year"
      | "receipt_number"
      | "secret_hash"
      | "seats_hash"
    > & {
      billing: string | null;
      changing: string | null;
      announced: string | null;
      seat_link_hash: string | null;
      quote: string;
      tax: string;
    } & Pick<OrderRow, Card>
  >,
): Promise<void> {
  await tx.updateTable("sales_order").set(set).where("id", "=", id).execute();
}

/** A card as it stands with the order that it is charged for. */
export const onFile = ({ token, ends, expires }: KeptCard): Pick<OrderRow, Card> => ({
  card: token,
  card_ends: ends,
  card_expires: expires,
});

/** The card somebody has paid with last that is good in a month; null: there is none. */
export async function readCardOf(
  tx: SchoolTransaction,
  { account, person }: { account: string; person: string | null },
  month: string,
): Promise<KeptCard | null> {
  const row = await tx
    .selectFrom("sales_order")
    .select(["card", "card_ends", "card_expires"])
    .where("state", "=", "paid")
    .where("card", "is not", null)
    .where((of) =>
      of.or([
        of("account_id", "=", account),
        ...(person === null ? [] : [of("person_id", "=", person)]),
      ]),
    )
    .where((of) => of.or([of("card_expires", "is", null), of("card_expires", ">=", month)]))
    .orderBy("bought_at", "desc")
    .orderBy("id")
    .limit(1)
    .executeTakeFirst();
  if (!row || row.card === null) return null;
  return { token: row.card, country: null, ends: row.card_ends, expires: row.card_expires };
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

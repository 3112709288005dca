/** Orders as lists have them, in the database: page by page, searched and narrowed by index. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { pattern } from "../enrollment/roster-store";
import { COLUMNS, type OrderRow } from "./order-store";

/** A page of what somebody has bought, the latest first, so many and one more; lapsed checkouts left out. */
export async function readOwnOrders(
  tx: SchoolTransaction,
  { account, person }: { account: string | null; person: string | null },
  after: { at: string; id: string } | null,
  most: number,
): Promise<OrderRow[]> {
  if (account === null && person === null) return [];
  let asked = tx
    .selectFrom("sales_order")
    .select(COLUMNS)
    .where("state", "<>", "lapsed")
    .where((of) =>
      of.or([
        ...(account === null ? [] : [of("account_id", "=", account)]),
        ...(person === null ? [] : [of("person_id", "=", person)]),
      ]),
    )
    .orderBy("bought_at", "desc")
    .orderBy("id", "desc")
    .limit(most + 1);
  if (after)
    asked = asked.where(sql<boolean>`(bought_at, id) < (${after.at}::timestamptz, ${after.id})`);
  return (await asked.execute()) as OrderRow[];
}

/** A page of orders, the latest first, so many and one more. */
export async function readOrders(
  tx: SchoolTransaction,
  {
    state,
    late,
    excess,
    disputed,
    find,
    after,
    most,
  }: {
    state: OrderRow["state"] | undefined;
    /** Only those of which a part is late, or shuts access. */
    late: boolean;
    /** Only those with a payment that paid nothing and has not gone back. */
    excess: boolean;
    /** Only those of which a payment is disputed. */
    disputed: boolean;
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
  // Said as the indexes of the few say it.
  if (state !== undefined && state !== "paid") asked = asked.where(sql<boolean>`state <> 'paid'`);
  if (excess)
    asked = asked.where(
      sql<boolean>`id in (
        select e.order_id from order_event e where e.kind = 'excess' and not exists (
          select from order_event b where b.school_id = e.school_id and b.kind = 'refunded'
            and b.charge = e.charge))`,
    );
  if (disputed) asked = asked.where("standing", "=", "disputed");
  if (late) asked = asked.where(sql<boolean>`standing in ('late', 'suspended')`);
  if (after)
    asked = asked.where(sql<boolean>`(bought_at, id) < (${after.at}::timestamptz, ${after.id})`);
  if (find !== "") {
    const few = await ordersCalled(tx, find, FEW + 1);
    asked = asked.where(
      few.length > FEW
        ? sql<boolean>`lower(name || ' ' || email) like ${pattern(find)}`
        : sql<boolean>`id = any (${few})`,
    );
  }
  return (await asked.execute()) as OrderRow[];
}

/** Of so many that are found their orders are looked up; of more the latest are soon met among all. */
const FEW = 2000;

/** The identifiers of orders by whoever is called so, or has such an address, so many. */
async function ordersCalled(tx: SchoolTransaction, find: string, most: number): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    select id from orders_called(${pattern(find)}, ${most})
  `.execute(tx);
  return rows.map(({ id }) => id);
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

/** What happened to orders, in the database. */
import { type Selectable, sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { OrderEventTable } from "../db/tables/sales";
import { follow } from "../jobs/outbox";
import { staleShare } from "./partners/store";

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
    part = null,
    data = null,
  }: {
    kind: string;
    at: string;
    charge: string | null;
    amount: number | null;
    part?: number | null;
    data?: object | null;
  },
): Promise<boolean> {
  const { numAffectedRows } = await sql`
    insert into order_event (school_id, order_id, sequence, kind, at, charge, amount, part, data)
    select ${school}, ${order}, coalesce(max(sequence), 0) + 1, ${kind}, ${at}::timestamptz, ${charge}, ${amount}::bigint,
      ${part}::integer, ${data && JSON.stringify(data)}::jsonb
    from order_event where order_id = ${order}
    on conflict (school_id, kind, charge) do nothing
  `.execute(tx);
  if (numAffectedRows !== 1n) return false;
  // What somebody earns by it may be another from now on.
  if (await staleShare(tx, order)) await follow(tx, school, "partner-share", { school, order });
  return true;
}

/** Whether an event of this kind is on record for a charge. */
export async function hasEvent(
  tx: SchoolTransaction,
  order: string,
  kind: string,
  charge: string,
): Promise<boolean> {
  const found = await tx
    .selectFrom("order_event")
    .select("sequence")
    .where("order_id", "=", order)
    .where("kind", "=", kind)
    .where("charge", "=", charge)
    .executeTakeFirst();
  return found !== undefined;
}

export interface OrderEventRow
  extends Omit<Selectable<OrderEventTable>, "school_id" | "order_id" | "amount"> {
  amount: number | null;
}

/** So many of one order are read at the most. */
const MOST = 500;

export async function readEvents(tx: SchoolTransaction, order: string) {
  return (await readEventsOf(tx, [order])).get(order) ?? [];
}

/** Of some orders, by order; without those to which nothing has happened. */
export async function readEventsOf(tx: SchoolTransaction, orders: readonly string[]) {
  const rows = await tx
    .selectFrom("order_event")
    .select(["order_id", "sequence", "kind", "at", "charge", "amount", "part", "data"])
    .where((of) => sql<boolean>`${of.ref("order_id")} = any (${[...orders]})`)
    .orderBy("order_id")
    .orderBy("sequence")
    .limit(MOST * orders.length)
    .execute();
  const found = new Map<string, OrderEventRow[]>();
  for (const { order_id: order, amount, ...row } of rows) {
    const events = found.get(order) ?? [];
    found.set(order, events);
    if (events.length < MOST)
      events.push({ ...row, amount: amount === null ? null : Number(amount) });
  }
  return found;
}

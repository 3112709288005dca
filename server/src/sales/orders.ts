/** Orders as they are read: by those who sell, and by the buyer with the order's secret. */
import type { Order, OrderSummary, OwnOrder, orders, ordersQuery } from "@dawngate/contract/sales";
import { isToCome } from "@dawngate/core/sales/orders";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { digestOf } from "../base/secret";
import type { SchoolTransaction } from "../db/connection";
import { membershipBy } from "../enrollment/memberships/store";
import { readEnrollments } from "../enrollment/order-enrollment-store";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { readDocuments } from "./documents/document-store";
import { sayDocument } from "./documents/say-document";
import { receiptNumber } from "./fulfil";
import { readEvents } from "./order-event-store";
import { isGivenOut } from "./order-kinds";
import { readOrders } from "./order-list-store";
import { isOpenedBy, type OrderRow, readOrder } from "./order-store";
import { readShareOf } from "./partners/store";
import { withdrawalNow } from "./refunds/work-out";
import { sayRunning } from "./running/say-running";
import { readSeats } from "./seat-store";
import { readTerms } from "./terms-store";

/** The number of an order's receipt; null: it has none. */
export const receiptOf = ({ receipt_year: year, receipt_number: number }: OrderRow) =>
  year === null || number === null ? null : receiptNumber(year, number);

const summaryOf = (row: OrderRow): OrderSummary => ({
  id: row.id,
  listing: row.listing_id,
  title: row.title,
  state: row.state,
  boughtAt: row.bought_at,
  paidAt: row.paid_at,
  name: row.name,
  email: row.email,
  seats: row.seats,
  option: row.option_id,
  currency: row.currency,
  quote: row.quote,
  tax: row.tax,
  standing: row.standing,
  gift: row.gift,
  renews: row.renews,
  receipt: receiptOf(row),
  payBy: row.pay_by,
  billing: row.billing,
});

export const listEnd = z.tuple([z.iso.datetime(), z.string().max(200)]);

export async function showOrders(
  { db }: Pick<Services, "db">,
  context: Context,
  { state, late, excess, disputed, find, after, most }: z.infer<typeof ordersQuery>,
): Promise<z.infer<typeof orders>> {
  const place = after === undefined ? null : readCursor(listEnd, after);
  return reading(db, context, async (tx) => {
    const rows = await readOrders(tx, {
      state,
      late: late === "true",
      excess: excess === "true",
      disputed: disputed === "true",
      find: find?.trim() ?? "",
      after: place && { at: place[0], id: place[1] },
      most,
    });
    const page = rows.slice(0, most);
    const last = page.at(-1);
    return {
      orders: page.map(summaryOf),
      next: rows.length > most && last ? writeCursor([last.bought_at, last.id]) : null,
    };
  });
}

export async function showOrder(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
): Promise<Order> {
  return reading(db, context, async (tx) => {
    const row = await readOrder(tx, id);
    if (!row) throw notFound(`There is no order "${id}" in this school.`);
    return sayOrder(tx, context, row);
  });
}

export async function sayOrder(
  tx: SchoolTransaction,
  context: Context,
  row: OrderRow,
): Promise<Order> {
  return {
    ...summaryOf(row),
    documents: (await readDocuments(tx, row.id)).map(sayDocument),
    events: (await readEvents(tx, row.id)).map(({ data, ...event }) => ({
      ...event,
      note: typeof data?.note === "string" && data.note !== "" ? data.note : null,
    })),
    running: await sayRunning(tx, row, context.now),
    enrollments: await readEnrollments(tx, row.id),
    partner: await partnerIn(tx, row.id),
  };
}

async function partnerIn(tx: SchoolTransaction, order: string): Promise<Order["partner"]> {
  const share = await readShareOf(tx, order);
  if (share === null) return null;
  const { net: _, ...said } = share;
  return said;
}

/** The same for its buyer, who has its secret. */
export async function showOwnOrder(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<OwnOrder> {
  return reading(db, context, async (tx) =>
    sayOwnOrder(tx, context, await openedBy(tx, context, id, secret)),
  );
}

/** The order of a file: for those who sell, for its buyer, and for whoever has its secret. */
export async function seenBy(
  tx: SchoolTransaction,
  context: Whoever & Pick<Context, "may">,
  id: string,
  secret: string | undefined,
): Promise<OrderRow> {
  const order = await readOrder(tx, id);
  if (!order || !(context.may("sales.see") || (await isOpen(tx, context, order, secret))))
    throw notFound("There is no such order, or it is not yours. Sign in as whoever bought it.");
  return order;
}

type Whoever = Pick<Context, "account" | "person" | "now">;

/** Whether an order is theirs who are signed in, or a secret opens it. */
export async function isOpen(
  tx: SchoolTransaction,
  { account, person, now }: Whoever,
  order: Pick<OrderRow, "id" | "account_id" | "person_id">,
  secret: string | undefined,
): Promise<boolean> {
  if (person !== null && order.person_id === person) return true;
  if (account !== null && order.account_id === account.id) return true;
  return secret !== undefined && isOpenedBy(tx, order.id, digestOf(secret), formatInstant(now));
}

/**
 * The order that a secret opens, or that belongs to whoever is signed in; `hold`: nobody else changes it until this
 * transaction ends.
 */
export async function openedBy(
  tx: SchoolTransaction,
  context: Whoever,
  id: string,
  secret: string | undefined,
  hold = false,
): Promise<OrderRow> {
  const found = await readOrder(tx, id, hold);
  const row = found && (await isOpen(tx, context, found, secret)) ? found : null;
  if (!row) throw notFound("There is no such order, or this link is an old one.");
  return row;
}

async function memberUntil(
  tx: SchoolTransaction,
  order: string,
  now: Context["now"],
): Promise<OwnOrder["membership"]> {
  const held = await membershipBy(tx, { order }, formatInstant(now));
  return held && { until: held.endsAt };
}

export async function sayOwnOrder(
  tx: SchoolTransaction,
  context: Context,
  row: OrderRow,
): Promise<OwnOrder> {
  const events = await readEvents(tx, row.id);
  const school = await readSchool(tx);
  const running = await sayRunning(tx, row, context.now);
  const isToTransfer = row.pay_by !== null && (row.state === "open" || hasUnpaid(running));
  return {
    ...summaryOf(row),
    documents: (await readDocuments(tx, row.id)).map(sayDocument),
    heldUntil: row.held_until,
    pay: row.state === "open" ? row.pay_url : null,
    failed: events.filter(({ kind }) => kind === "failed").length,
    enrollments: isGivenOut(row) ? [] : await readEnrollments(tx, row.id),
    signedIn: row.person_id !== null && row.person_id === context.person,
    schoolName: school.name,
    membership: await memberUntil(tx, row.id, context.now),
    payTo: isToTransfer ? (school.invoicing?.payTo ?? "") : "",
    running,
    withdrawal: await withdrawalNow(tx, context, row),
    next:
      row.state === "paid"
        ? ((await readTerms(tx, row.listing_id, row.terms_number))?.next ?? null)
        : null,
    given: isGivenOut(row) ? await readSeats(tx, row.id) : [],
    seatLink: row.seat_link_hash !== null,
  };
}

/** Whether a part of it waits for money, or will. */
const hasUnpaid = (running: OwnOrder["running"]) =>
  running?.parts.some(({ state }) => isToCome(state)) ?? false;

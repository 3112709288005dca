/** Orders as they are read: by those who sell, and by the buyer with the order's secret. */
import type { Order, OrderSummary, OwnOrder, orders, ordersQuery } from "@dawngate/contract/sales";
import { z } from "zod";
import { readCursor, writeCursor } from "../base/cursor";
import { notFound } from "../base/problem";
import { digestOf } from "../base/secret";
import type { SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { receiptNumber } from "./fulfil";
import {
  isOpenedBy,
  type OrderRow,
  readEnrollments,
  readEvents,
  readOrder,
  readOrders,
} from "./order-store";
import { readSeats } from "./seat-store";

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
  receipt:
    row.receipt_year === null || row.receipt_number === null
      ? null
      : receiptNumber(row.receipt_year, row.receipt_number),
});

const listEnd = z.tuple([z.iso.datetime(), z.string().max(200)]);

export async function showOrders(
  { db }: Pick<Services, "db">,
  context: Context,
  { state, find, after, most }: z.infer<typeof ordersQuery>,
): Promise<z.infer<typeof orders>> {
  const place = after === undefined ? null : readCursor(listEnd, after);
  return reading(db, context, async (tx) => {
    const rows = await readOrders(tx, {
      state,
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
    return {
      ...summaryOf(row),
      events: await readEvents(tx, id),
      enrollments: await readEnrollments(tx, id),
    };
  });
}

/** The same for its buyer, who has its secret. */
export async function showOwnOrder(
  { db }: Pick<Services, "db">,
  context: Context,
  id: string,
  secret: string,
): Promise<OwnOrder> {
  return reading(db, context, async (tx) =>
    sayOwnOrder(tx, context, await openedBy(tx, id, secret)),
  );
}

/** The order that a secret opens; `hold`: nobody else changes it until this transaction ends. */
export async function openedBy(
  tx: SchoolTransaction,
  id: string,
  secret: string,
  hold = false,
): Promise<OrderRow> {
  const row = (await isOpenedBy(tx, id, digestOf(secret))) ? await readOrder(tx, id, hold) : null;
  if (!row) throw notFound("There is no such order, or this link is an old one.");
  return row;
}

export async function sayOwnOrder(
  tx: SchoolTransaction,
  context: Context,
  row: OrderRow,
): Promise<OwnOrder> {
  const events = await readEvents(tx, row.id);
  return {
    ...summaryOf(row),
    heldUntil: row.held_until,
    pay: row.state === "open" ? row.pay_url : null,
    failed: events.filter(({ kind }) => kind === "failed").length,
    enrollments: row.seats === 1 ? await readEnrollments(tx, row.id) : [],
    signedIn: row.person_id !== null && row.person_id === context.person,
    schoolName: (await readSchool(tx)).name,
    given: row.seats === 1 ? [] : await readSeats(tx, row.id),
  };
}

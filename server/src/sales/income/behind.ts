/** The orders behind a month's figures, each with what it brings to them: a page at a time, since each is worked out. */
import type { IncomeOrders, incomeOrdersQuery } from "@dawngate/contract/sales";
import { IncomeBook } from "@dawngate/core/sales/orders";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import type { SchoolTransaction } from "../../db/connection";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { monthAsked } from "../months";
import { readOrder } from "../order-store";
import { orderFile } from "../running/order-file";
import { paidOrders } from "./income-store";
import { wayInOf } from "./way-in";

/** So many orders are worked out for a page at the most; the next page goes on from there. */
const LOOKED_AT = 300;
const AT_A_TIME = 50;

const pageEnd = z.tuple([z.string().max(200)]);
type Asked = z.output<typeof incomeOrdersQuery>;

export async function showOrdersBehind(
  { db }: Pick<Services, "db">,
  context: Context,
  { month, by, of = "", after, most }: Asked,
): Promise<IncomeOrders> {
  const which = monthAsked(month);
  let place = after === undefined ? "" : readCursor(pageEnd, after)[0];
  return reading(db, context, async (tx) => {
    const { currency } = await readSchool(tx);
    const orders: IncomeOrders["orders"] = [];
    for (let looked = 0; looked < LOOKED_AT; ) {
      const ids = await paidOrders(tx, place, AT_A_TIME);
      for (const id of ids) {
        place = id;
        looked += 1;
        const one = await figuresOf(tx, context, id, { month: which, by, of, currency });
        if (one) orders.push(one);
        if (orders.length === most) return { orders, next: writeCursor([place]) };
      }
      if (ids.length < AT_A_TIME) return { orders, next: null };
    }
    return { orders, next: writeCursor([place]) };
  });
}

/** What an order brings to them; null: nothing. */
async function figuresOf(
  tx: SchoolTransaction,
  context: Context,
  id: string,
  { month, by, of, currency }: Pick<Asked, "by"> & { month: number; of: string; currency: string },
): Promise<IncomeOrders["orders"][number] | null> {
  const order = await readOrder(tx, id);
  // As in the figures: what was sold in another currency is not added to this one.
  if (order?.currency !== currency) return null;
  const book = new IncomeBook(context.now, month, month, {
    timeZone: "UTC",
    series: { invoice: "", creditNote: "" },
  });
  const file = await orderFile(tx, order, context);
  book.add(file);
  const { partner, renewed } = wayInOf(file, order, context.now);
  const sums = { received: 0, due: 0, earned: 0, deferred: 0 };
  for (const row of book.close().rows) {
    const parted = { ...row, partner, renewed: renewed ? "yes" : "no" };
    if (by !== undefined && (parted[by] ?? "") !== of) continue;
    const [figures] = row.months;
    for (const figure of ["received", "due", "earned", "deferred"] as const)
      sums[figure] += figures?.[figure] ?? 0;
  }
  return Object.values(sums).every((sum) => sum === 0)
    ? null
    : { order: id, name: order.name, title: order.title, ...sums };
}

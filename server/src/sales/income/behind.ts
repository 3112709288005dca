/** The orders behind a month's figures, each with what it brings to them. */
import type { IncomeOrders, incomeOrdersQuery } from "@dawngate/contract/sales";
import type { KeptMonths, Month } from "@dawngate/core/sales/orders";
import { z } from "zod";
import { readCursor, writeCursor } from "../../base/cursor";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { monthAsked } from "../months";
import { freshenIncome } from "./income";
import { ordersIn, readRowsOf } from "./kept-store";

const pageEnd = z.tuple([z.string().max(200)]);

export async function showOrdersBehind(
  services: Pick<Services, "db" | "threads">,
  context: Context,
  { month: asked, by, of = "", after, most }: z.output<typeof incomeOrdersQuery>,
): Promise<IncomeOrders> {
  const month = monthAsked(asked);
  const place = after === undefined ? "" : readCursor(pageEnd, after)[0];
  await freshenIncome(services, context);
  return reading(services.db, { ...context, lagging: false }, async (tx) => {
    const { currency } = await readSchool(tx);
    const part = { by, of };
    const { orders: ids, end } = await ordersIn(tx, { ...part, month, after: place, most });
    const orders = new Map<string, IncomeOrders["orders"][number]>();
    for (const row of await readRowsOf(tx, ids, part)) {
      // As in the figures: what was sold in another currency is not added to this one.
      if (row.currency !== currency) continue;
      const { order, name, title } = row;
      const sums = orders.get(order) ?? { order, name, title, ...NOTHING };
      orders.set(order, sums);
      const figures = figuresIn(row, month);
      for (const figure of FIGURES) sums[figure] += figures[figure];
    }
    return {
      orders: [...orders.values()].filter((one) => FIGURES.some((figure) => one[figure] !== 0)),
      next: end === null ? null : writeCursor([end]),
    };
  });
}

const FIGURES = ["received", "due", "earned", "deferred"] as const;
const NOTHING = { received: 0, due: 0, earned: 0, deferred: 0 };

function figuresIn({ first, months }: { first: Month; months: KeptMonths }, month: Month) {
  const i = month - first;
  const through = (of: readonly number[]) =>
    of.slice(0, Math.max(0, i + 1)).reduce((all, one) => all + one, 0);
  return {
    received: months.received[i] ?? 0,
    due: months.due[i] ?? 0,
    earned: months.earned[i] ?? 0,
    deferred: through(months.received) - through(months.earned),
  };
}

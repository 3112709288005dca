/** The receipt of an order as a file: for its buyer, for whoever has its secret, and for those who sell. */

import { countsInTotal, sayLine, sayMoney } from "@dawngate/core/sales";
import { sayDate } from "@dawngate/core/schedule/words";
import { localDateAt, parseDate, parseInstant, zoneOf } from "@dawngate/core/time";
import { conflict } from "../base/problem";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import type { Printed } from "./documents/print";
import { taxNotes } from "./documents/tax-notes";
import { receiptNumber } from "./fulfil";
import type { OrderRow } from "./order-store";
import { seenBy } from "./orders";
import { printOne } from "./tasks";

export async function receiptFile(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<Uint8Array> {
  const data = await reading(db, context, async (tx) => {
    const order = await seenBy(tx, context, id, secret);
    if (order.receipt_year === null || order.receipt_number === null)
      throw conflict("There is no receipt before it is paid.");
    return dataOf(order, await readSchool(tx));
  });
  return printOne({ threads }, data);
}

/** What stands on it. */
function dataOf(order: OrderRow, school: Awaited<ReturnType<typeof readSchool>>): Printed {
  const { quote, currency } = order;
  const money = (amount: number) => sayMoney(amount, currency);
  const paid = parseInstant(order.paid_at ?? order.bought_at);
  const zone = zoneOf(school.time_zone);
  const bought = parseInstant(order.bought_at);
  const today = bought.ok ? localDateAt(zone, bought.value) : null;
  const later = quote.schedule.filter(({ due }) => {
    const date = parseDate(due);
    return date.ok && today !== null && date.value > today;
  });
  return {
    kind: "Receipt",
    number: receiptNumber(order.receipt_year as number, order.receipt_number as number),
    about: [
      [paid.ok ? sayDate(localDateAt(zone, paid.value)) : "", `Order ${order.id}`].join(" · "),
    ],
    school: { name: school.name, lines: school.contact === "" ? [] : [school.contact] },
    buyer: [order.name, order.email],
    title: order.title,
    lines: quote.lines
      .filter(countsInTotal)
      .map((line) => ({ says: sayLine(line), amount: money(line.amount) })),
    sums: [
      { says: "In all", amount: money(quote.total), strong: true },
      ...(quote.tax > 0 ? [{ says: "Of it tax", amount: money(quote.tax), strong: false }] : []),
      { says: "Paid", amount: money(quote.dueNow), strong: true },
    ],
    later: later.slice(0, 24).map(({ due, amount }) => {
      const date = parseDate(due);
      return { says: date.ok ? sayDate(date.value) : due, amount: money(amount) };
    }),
    notes: [
      ...(order.seats > 1 ? [`For ${order.seats} seats.`] : []),
      ...(order.tax ? taxNotes(order.tax) : []),
    ],
  };
}

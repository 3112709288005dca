/** The receipt of an order as a file: for its buyer, for whoever has its secret, and for those who sell. */

import { dueLater } from "@dawngate/core/sales";
import { zoneOf } from "@dawngate/core/time";
import { conflict } from "../base/problem";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { readSchool } from "../school/store";
import { type BuyerWords, wordsOfBuyer } from "./buyer-words";
import { quoteOnPaper } from "./documents/parties";
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
    return dataOf(order, await readSchool(tx), await wordsOfBuyer(tx, order));
  });
  return printOne({ threads }, data);
}

/** What stands on it. */
function dataOf(
  order: OrderRow,
  school: Awaited<ReturnType<typeof readSchool>>,
  words: BuyerWords,
): Printed {
  const { quote } = order;
  const { sales, money, day, language } = words;
  const { paper } = sales;
  const zone = zoneOf(school.time_zone);
  const later = dueLater(quote);
  return {
    language,
    kind: sales.kinds.receipt,
    number: receiptNumber(order.receipt_year as number, order.receipt_number as number),
    about: [`${words.dayOf(order.paid_at ?? order.bought_at, zone)} · ${paper.order(order.id)}`],
    school: { name: school.name, lines: school.contact === "" ? [] : [school.contact] },
    for: paper.buyer,
    buyer: [order.name, order.email],
    title: order.title,
    lines: quoteOnPaper(order, words),
    sums: [
      { says: paper.inAll, amount: money(quote.total), strong: true },
      ...(quote.tax > 0 ? [{ says: paper.ofItTax, amount: money(quote.tax), strong: false }] : []),
      { says: paper.paid, amount: money(quote.dueNow), strong: true },
    ],
    later: later.slice(0, 24).map(({ due, amount }) => ({ says: day(due), amount: money(amount) })),
    dueLater: paper.dueLater,
    notes: [
      ...(order.seats > 1 ? [paper.seats(order.seats)] : []),
      ...(order.tax ? taxNotes(order.tax, words) : []),
    ],
  };
}

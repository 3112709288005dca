/** What is asked for to pay an order by transfer, on paper: no invoice, which follows once the money has come. */
import { zoneOf } from "@dawngate/core/time";
import { conflict } from "../../base/problem";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { type BuyerWords, wordsOfBuyer } from "../buyer-words";
import { invoicingOf, partiesOf, printParties, quoteOnPaper } from "../documents/parties";
import type { Printed } from "../documents/print";
import { taxNotes } from "../documents/tax-notes";
import type { OrderRow } from "../order-store";
import { seenBy } from "../orders";
import { printOne } from "../tasks";

export async function requestFile(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<Uint8Array> {
  const one = await reading(db, context, async (tx) => {
    const order = await seenBy(tx, context, id, secret);
    if (order.pay_by === null)
      throw conflict("It was bought at the till: there is nothing to transfer.");
    return printedOf(order, await readSchool(tx), await wordsOfBuyer(tx, order));
  });
  return printOne({ threads }, one);
}

function printedOf(
  order: OrderRow,
  school: Awaited<ReturnType<typeof readSchool>>,
  words: BuyerWords,
): Printed {
  const { quote, tax } = order;
  const { payTo } = invoicingOf(school);
  const { sales, money, language } = words;
  const { paper } = sales;
  const { reference, ...parties } = printParties(partiesOf(order, school), words);
  const payBy = paper.payBy(words.day(order.pay_by ?? ""));
  const written = words.dayOf(order.bought_at, zoneOf(school.time_zone));
  return {
    language,
    kind: sales.kinds["payment-request"],
    number: order.id,
    about: [`${written} · ${payBy}`, ...reference],
    ...parties,
    title: order.title,
    lines: quoteOnPaper(order, words),
    sums: [
      { says: paper.withoutTax, amount: money(quote.total - quote.tax), strong: false },
      { says: paper.tax(null), amount: money(quote.tax), strong: false },
      { says: payBy, amount: money(quote.dueNow), strong: true },
    ],
    later: [],
    notes: [
      ...(order.seats > 1 ? [paper.seats(order.seats)] : []),
      ...payTo.split("\n").filter(Boolean),
      paper.sayWith(order.id),
      ...(tax ? taxNotes(tax, words) : []),
      paper.noInvoice,
    ],
  };
}

/**
 * What is asked for to pay an order by transfer, or its next part, on paper: no invoice, which follows once the money has
 * come.
 */
import { isToCome } from "@dawngate/core/sales/orders";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { conflict } from "../../base/problem";
import type { SchoolTransaction } from "../../db/connection";
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
import { runs, standingAt } from "../running/order-file";
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
    const asked = await askedOf(tx, order, context.now);
    return printedOf(order, asked, await readSchool(tx), await wordsOfBuyer(tx, order));
  });
  return printOne({ threads }, one);
}

/** A part that is to be paid, with those after it. */
interface Asked {
  part: number;
  amount: number;
  due: string;
  later: { amount: number; due: string }[];
}

/** The first part that is not paid. */
async function askedOf(tx: SchoolTransaction, order: OrderRow, now: Instant): Promise<Asked> {
  const { quote, state, pay_by } = order;
  if (state !== "paid")
    return { part: 1, amount: quote.dueNow, due: pay_by ?? "", later: quote.schedule.slice(1) };
  const { parts } = runs(order) ? await standingAt(tx, order, now) : { parts: [] };
  const [next, ...later] = parts.filter(({ state }) => isToCome(state));
  if (!next) throw conflict("It is paid: there is nothing to transfer any more.");
  return { ...next, later };
}

function printedOf(
  order: OrderRow,
  { part, amount, due, later }: Asked,
  school: Awaited<ReturnType<typeof readSchool>>,
  words: BuyerWords,
): Printed {
  const { quote, tax, title } = order;
  const { payTo } = invoicingOf(school);
  const { sales, money, language, day } = words;
  const { paper } = sales;
  const { reference, ...parties } = printParties(partiesOf(order, school), words);
  const payBy = paper.payBy(day(due));
  const written = words.dayOf(order.bought_at, zoneOf(school.time_zone));
  const parts = quote.schedule.length;
  const sum = (says: string, of: number, strong = false) => ({ says, amount: money(of), strong });
  return {
    language,
    kind: sales.kinds["payment-request"],
    number: order.id,
    about: [`${written} · ${payBy}`, ...reference],
    ...parties,
    title,
    lines:
      part === 1
        ? quoteOnPaper(order, words)
        : [{ says: paper.part(title, part, parts), amount: money(amount) }],
    sums: [
      ...(part === 1
        ? [
            sum(paper.withoutTax, quote.total - quote.tax),
            sum(paper.tax(null), quote.tax),
            ...(parts > 1 ? [sum(paper.inAll, quote.total)] : []),
          ]
        : []),
      sum(payBy, amount, true),
    ],
    later: later.slice(0, 24).map((one) => ({ says: day(one.due), amount: money(one.amount) })),
    dueLater: paper.dueLater,
    notes: [
      ...(order.seats > 1 ? [paper.seats(order.seats)] : []),
      ...payTo.split("\n").filter(Boolean),
      paper.sayWith(order.id),
      ...(tax ? taxNotes(tax, words) : []),
      paper.noInvoice,
    ],
  };
}

/** What is asked for to pay an order by transfer, on paper: no invoice, which follows once the money has come. */
import { countsInTotal, sayLine, sayMoney } from "@dawngate/core/sales";
import { sayDate, sayWrittenDate } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { conflict } from "../../base/problem";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import { invoicingOf, partiesOf, printParties } from "../documents/parties";
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
    return printedOf(order, await readSchool(tx));
  });
  return printOne({ threads }, one);
}

function printedOf(order: OrderRow, school: Awaited<ReturnType<typeof readSchool>>): Printed {
  const { quote, currency, tax } = order;
  const { payTo } = invoicingOf(school);
  const { reference, ...parties } = printParties(partiesOf(order, school));
  const money = (amount: number) => sayMoney(amount, currency);
  const day = sayWrittenDate(order.pay_by ?? "");
  const written = sayDate(
    localDateAt(zoneOf(school.time_zone), Date.parse(order.bought_at) as Instant),
  );
  return {
    kind: "Payment request",
    number: order.id,
    about: [`${written} · To be paid by ${day}`, ...reference],
    ...parties,
    title: order.title,
    lines: quote.lines
      .filter(countsInTotal)
      .map((line) => ({ says: sayLine(line), amount: money(line.amount) })),
    sums: [
      { says: "Without tax", amount: money(quote.total - quote.tax), strong: false },
      { says: "Tax", amount: money(quote.tax), strong: false },
      { says: `To be paid by ${day}`, amount: money(quote.dueNow), strong: true },
    ],
    later: [],
    notes: [
      ...(order.seats > 1 ? [`For ${order.seats} seats.`] : []),
      ...payTo.split("\n").filter(Boolean),
      `Say with the transfer: ${order.id}`,
      ...(tax ? taxNotes(tax) : []),
      "This is no invoice. The invoice follows once the money has come.",
    ],
  };
}

/** What is asked for to pay an order by transfer, on paper: no invoice, which follows once the money has come. */
import { countsInTotal, sayLine, sayMoney } from "@dawngate/core/sales";
import { sayDate, sayWrittenDate } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { conflict, notFound } from "../../base/problem";
import type { Context } from "../../school/context";
import type { Services } from "../../school/kit";
import { reading } from "../../school/service";
import { readSchool } from "../../school/store";
import type { PaperData } from "../documents/paper-pdf";
import { taxNotes } from "../documents/tax-notes";
import { type OrderRow, readOrder } from "../order-store";
import { isOpen } from "../orders";
import { PAPERS } from "../tasks";

export async function requestFile(
  { db, threads }: Pick<Services, "db" | "threads">,
  context: Context,
  id: string,
  secret: string | undefined,
): Promise<Uint8Array> {
  const paper = await reading(db, context, async (tx) => {
    const order = await readOrder(tx, id);
    const may = order && (context.may("sales.see") || (await isOpen(tx, context, order, secret)));
    if (!may)
      throw notFound("There is no such order, or it is not yours. Sign in as whoever bought it.");
    if (order.pay_by === null)
      throw conflict("It was bought at the till: there is nothing to transfer.");
    return paperOf(order, await readSchool(tx));
  });
  return threads.run(PAPERS, { title: `${paper.kind} ${paper.number}`, papers: [paper] });
}

function paperOf(order: OrderRow, school: Awaited<ReturnType<typeof readSchool>>): PaperData {
  const { quote, currency, billing, tax } = order;
  const { invoicing } = school;
  const money = (amount: number) => sayMoney(amount, currency);
  const day = sayWrittenDate(order.pay_by ?? "");
  const written = sayDate(
    localDateAt(zoneOf(school.time_zone), Date.parse(order.bought_at) as Instant),
  );
  return {
    kind: "Payment request",
    number: order.id,
    about: [
      `${written} · To be paid by ${day}`,
      ...(billing && billing.reference !== "" ? [`Your reference: ${billing.reference}`] : []),
    ],
    school: {
      name: invoicing?.name || school.name,
      lines: [
        ...(invoicing?.address ?? "").split("\n"),
        invoicing?.taxNumber ? `Tax number ${invoicing.taxNumber}` : "",
        school.contact,
      ].filter(Boolean),
    },
    buyer: [
      billing?.company ?? "",
      ...(billing?.address ?? "").split("\n"),
      tax?.buyer.number ? `Tax number ${tax.buyer.country} ${tax.buyer.number}` : "",
      order.name,
      order.email,
    ].filter(Boolean),
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
      ...(invoicing?.payTo ? invoicing.payTo.split("\n") : []),
      `Say with the transfer: ${order.id}`,
      ...(tax ? taxNotes(tax) : []),
      "This is no invoice. The invoice follows once the money has come.",
    ],
  };
}

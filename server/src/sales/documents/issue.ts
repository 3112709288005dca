/**
 * Writes the invoices and credit notes that an order has come to and that are not written yet: each once, by the event
 * that made it, with all that stands on it as it is then. In the transaction in which the money is put on record.
 */
import { countsInTotal, sayLine } from "@dawngate/core/sales";
import { documentsOf, type OrderDocument } from "@dawngate/core/sales/orders";
import {
  formatInstant,
  type Instant,
  localDateAt,
  yearMonthDay,
  zoneOf,
} from "@dawngate/core/time";
import type { Database, SchoolId, SchoolTransaction } from "../../db/connection";
import { system } from "../../db/who";
import { readSchool } from "../../school/store";
import { type BuyerWords, wordsOfBuyer } from "../buyer-words";
import type { Doing } from "../doing";
import { readEvents } from "../order-event-store";
import { type OrderRow, readOrder } from "../order-store";
import { isKnown, orderFile } from "../running/order-file";
import { readTerms } from "../terms-store";
import { insertDocument, readDocuments } from "./document-store";
import { electronicOf } from "./e-invoice";
import { invoicingOf, partiesOf } from "./parties";
import { numberOf } from "./say-document";
import { taxNotes } from "./tax-notes";

/** The numbers of those that were written now. */
export async function issueDocuments(
  tx: SchoolTransaction,
  { school, now }: Pick<Doing, "school" | "now">,
  order: OrderRow,
): Promise<string[]> {
  const events = (await readEvents(tx, order.id)).filter(isKnown);
  const made = documentsOf(await orderFile(tx, order, null), now);
  const numbers = new Map(
    (await readDocuments(tx, order.id)).map((row) => [row.event, numberOf(row)]),
  );
  const missing = made
    .map((one) => ({ one, event: sequenceOf(events, one.event) }))
    .filter(({ event }) => !numbers.has(event));
  if (missing.length === 0) return [];
  const about = await readSchool(tx);
  const invoicing = invoicingOf(about);
  const offer = await readTerms(tx, order.listing_id, order.terms_number);
  const words = await wordsOfBuyer(tx, order);
  const written: string[] = [];
  for (const { one, event } of missing) {
    const series = one.kind === "invoice" ? invoicing.invoices : invoicing.creditNotes;
    const { year } = yearMonthDay(
      localDateAt(zoneOf(about.time_zone), Date.parse(one.at) as Instant),
    );
    const of = one.of.map((place) => numbers.get(sequenceOf(events, place)) ?? "");
    const row = { series, year, kind: one.kind, order_id: order.id, event };
    const notes = [
      ...cameBy(events, one, words),
      ...(order.tax && (one.tax === 0 || order.tax.treatment === "destination")
        ? taxNotes(order.tax, words)
        : []),
      ...(invoicing.note === "" ? [] : [invoicing.note]),
    ];
    const electronic = electronicOf(
      order.tax,
      { country: about.tax?.country ?? null, taxNumber: invoicing.taxNumber },
      {
        tax: one.tax,
        currency: order.currency,
        note: invoicing.note,
        notes: order.tax ? taxNotes(order.tax, words) : [],
      },
    );
    const number = await insertDocument(tx, school, {
      ...row,
      at: one.at,
      issued_at: formatInstant(now),
      amount: one.amount,
      tax: one.tax,
      currency: order.currency,
      content: {
        language: words.language,
        ...partiesOf(order, about),
        title: order.title,
        seats: order.seats,
        lines: linesOf(order, one, words),
        of,
        rate: one.tax === 0 ? null : (order.tax?.rate ?? offer?.tax?.rate ?? null),
        notes,
        electronic: electronic && { ...electronic, period: one.period },
      },
    });
    const said = numberOf({ ...row, number });
    numbers.set(event, said);
    written.push(said);
  }
  return written;
}

/** What a job does for an order that was paid before there were documents. */
export const documentWriter =
  ({ db, now }: { db: Database; now(): Instant }) =>
  async (schoolId: string, id: string): Promise<void> => {
    const doing = { school: schoolId as SchoolId, who: system("till"), now: now() };
    await db.withSchool(doing, async (tx) => {
      const order = await readOrder(tx, id, true);
      if (order?.state === "paid") await issueDocuments(tx, doing, order);
    });
  };

/** Of what was transferred: the day on which it came, as staff noted it. */
function cameBy(
  events: readonly { data: Record<string, unknown> | null }[],
  { kind, event }: OrderDocument,
  { sales, day }: BuyerWords,
): string[] {
  const on = kind === "invoice" ? events[event]?.data?.on : undefined;
  return typeof on === "string" ? [sales.paper.receivedOn(day(on))] : [];
}

const sequenceOf = (events: readonly { sequence: number }[], place: number) => {
  const event = events[place];
  if (!event) throw new Error(`The order's file has no event ${place}`);
  return event.sequence;
};

/** What was paid for, or given back, in words. */
function linesOf(
  order: OrderRow,
  { kind, amount, part, period }: OrderDocument,
  { sales: { paper, lines }, day }: BuyerWords,
) {
  const { title, quote } = order;
  if (kind === "credit-note") return [{ says: paper.givenBack(title), amount }];
  if (period) return [{ says: paper.period(title, day(period.from), day(period.through)), amount }];
  const parts = quote.schedule.length;
  if (parts > 1) return [{ says: paper.part(title, part, parts), amount }];
  return quote.lines
    .filter(countsInTotal)
    .map((line) => ({ says: sayLine(line, title, lines), amount: line.amount }));
}

/** The documents of one order: what each payment and each sum given back makes, with what stands on it. */
import { addDays, formatDate, formatInstant, type Instant } from "../../time";
import type { Movement } from "./life";
import { lifeOf } from "./life-of";
import type { Payment } from "./part";
import type { Order } from "./schema";

export interface OrderDocument {
  /** The place of its event in the order's file. */
  event: number;
  at: string;
  kind: Movement["kind"];
  /** Minor units, tax included. */
  amount: number;
  tax: number;
  /** The part that an invoice's payment paid, from 1; of a credit note that of the newest payment drawn on. */
  part: number;
  /** Of a subscription: the first and last day of that period. */
  period: { from: string; through: string } | null;
  /** A credit note's: the events of the invoices drawn on, newest first. */
  of: number[];
}

/**
 * All documents up to an instant, in the order of their events (orders.md: "A payment makes an invoice; a refund or lost
 * dispute a credit note naming the invoices drawn on"). What was excess makes none, and neither does what comes to 0.
 */
export function documentsOf(order: Order, at: Instant): OrderDocument[] {
  const { movements } = lifeOf(order).moveTo(at);
  const invoices = new Map<Payment, number>();
  for (const { event, kind, payments } of movements)
    if (kind === "invoice") invoices.set(payments[0] as Payment, event);
  return movements.map(({ event, at: when, kind, amount, tax, payments }) => {
    const { part } = payments[0] as Payment;
    return {
      event,
      at: formatInstant(when),
      kind,
      amount,
      tax,
      part: part.number,
      period: order.series
        ? { from: formatDate(part.due), through: formatDate(addDays(part.next, -1)) }
        : null,
      of: kind === "invoice" ? [] : payments.map((payment) => invoices.get(payment) as number),
    };
  });
}

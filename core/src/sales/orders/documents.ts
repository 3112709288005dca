/** Invoices and credit notes: one for each payment and each sum given back, numbered by year without gaps. */
import {
  formatInstant,
  type Instant,
  type LocalDate,
  localDateAt,
  startOfDay,
  yearMonthDay,
  type Zone,
  zoneOf,
} from "../../time";
import type { Life, Movement } from "./life";
import type { Payment } from "./part";
import type { Orders } from "./schema";

export interface WrittenDocument {
  number: string;
  kind: Movement["kind"];
  order: string;
  at: string;
  amount: number;
  tax: number;
  /** A credit note's: the invoices drawn on, newest first. */
  of: string[];
}

interface Document {
  order: string;
  event: number;
  at: Instant;
  kind: Movement["kind"];
  amount: number;
  tax: number;
  of: Document[];
  number: string;
}

export class Documents {
  private readonly all: Document[] = [];
  private readonly zone: Zone;
  private readonly series: Orders["series"];

  constructor({ timeZone, series }: { timeZone: string; series: Orders["series"] }) {
    this.zone = zoneOf(timeZone);
    this.series = series;
  }

  /** Those of an order up to the instant it has come to. */
  add({ order, movements }: Life): void {
    const invoices = new Map<Payment, Document>();
    for (const { event, at, kind, amount, tax, payments } of movements) {
      const of =
        kind === "invoice" ? [] : payments.map((payment) => invoices.get(payment) as Document);
      const document = { order: order.id, event, at, kind, amount, tax, of, number: "" };
      if (kind === "invoice") invoices.set(payments[0] as Payment, document);
      this.all.push(document);
    }
  }

  /** Numbers all of them, and writes those of the days from `from` up to `before`. */
  between(from: LocalDate, before: LocalDate): WrittenDocument[] {
    this.all.sort(
      (a, b) => a.at - b.at || (a.order < b.order ? -1 : a.order > b.order ? 1 : a.event - b.event),
    );
    const last = new Map<string, number>();
    for (const one of this.all) {
      const series = one.kind === "invoice" ? this.series.invoice : this.series.creditNote;
      const { year } = yearMonthDay(localDateAt(this.zone, one.at));
      const name = `${series}-${String(year).padStart(4, "0")}`;
      const number = (last.get(name) ?? 0) + 1;
      last.set(name, number);
      one.number = `${name}-${String(number).padStart(4, "0")}`;
    }
    const [begins, ends] = [startOfDay(this.zone, from), startOfDay(this.zone, before)];
    return this.all
      .filter(({ at }) => at >= begins && at < ends)
      .map(({ number, kind, order, at, amount, tax, of }) => ({
        number,
        kind,
        order,
        at: formatInstant(at),
        amount,
        tax,
        of: of.map((invoice) => invoice.number),
      }));
  }
}

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

/** Rows of figures that grow, a column each: a million documents stand in some tens of megabytes. */
class Columns {
  length = 0;
  /** at, order, event, isInvoice, amount, tax, first of `of`, count of `of`, number. */
  private data = new Float64Array(1024 * WIDTH);

  push(row: readonly number[]): number {
    if ((this.length + 1) * WIDTH > this.data.length) {
      const larger = new Float64Array(this.data.length * 2);
      larger.set(this.data);
      this.data = larger;
    }
    this.data.set(row, this.length * WIDTH);
    this.length += 1;
    return this.length - 1;
  }

  get(row: number, column: number): number {
    return this.data[row * WIDTH + column] as number;
  }

  set(row: number, column: number, value: number): void {
    this.data[row * WIDTH + column] = value;
  }
}

const WIDTH = 9;
const [AT, ORDER, EVENT, IS_INVOICE, AMOUNT, TAX, FIRST_OF, COUNT_OF, NUMBER] = [
  0, 1, 2, 3, 4, 5, 6, 7, 8,
] as const;

export class Documents {
  private readonly rows = new Columns();
  private readonly orders: string[] = [];
  /** The invoices that credit notes name, one note's after the other's. */
  private readonly named: number[] = [];
  private readonly zone: Zone;
  private readonly series: Orders["series"];

  constructor({ timeZone, series }: { timeZone: string; series: Orders["series"] }) {
    this.zone = zoneOf(timeZone);
    this.series = series;
  }

  /** Those of an order up to the instant it has come to. */
  add({ order, movements }: Life): void {
    if (movements.length === 0) return;
    const place = this.orders.push(order.id) - 1;
    const invoices = new Map<Payment, number>();
    for (const { event, at, kind, amount, tax, payments } of movements) {
      const isInvoice = kind === "invoice";
      const first = this.named.length;
      if (!isInvoice)
        for (const payment of payments) this.named.push(invoices.get(payment) as number);
      const count = this.named.length - first;
      const row = this.rows.push([
        at,
        place,
        event,
        Number(isInvoice),
        amount,
        tax,
        first,
        count,
        0,
      ]);
      if (isInvoice) invoices.set(payments[0] as Payment, row);
    }
  }

  /** Numbers all of them, and writes those of the days from `from` up to `before`, one after the other. */
  *between(from: LocalDate, before: LocalDate): Generator<WrittenDocument> {
    const { rows, orders } = this;
    const sorted = Int32Array.from({ length: rows.length }, (_, row) => row).sort((a, b) => {
      const at = rows.get(a, AT) - rows.get(b, AT);
      if (at !== 0) return at;
      const [x, y] = [rows.get(a, ORDER), rows.get(b, ORDER)];
      if (x === y) return rows.get(a, EVENT) - rows.get(b, EVENT);
      return (orders[x] as string) < (orders[y] as string) ? -1 : 1;
    });
    const last = new Map<string, number>();
    for (const row of sorted) {
      const name = this.seriesOf(row);
      const number = (last.get(name) ?? 0) + 1;
      last.set(name, number);
      rows.set(row, NUMBER, number);
    }
    const [begins, ends] = [startOfDay(this.zone, from), startOfDay(this.zone, before)];
    for (const row of sorted) {
      const at = rows.get(row, AT);
      if (at >= begins && at < ends) yield this.write(row);
    }
  }

  /** The series and the year in which a document is numbered. */
  private seriesOf(row: number): string {
    const { invoice, creditNote } = this.series;
    const at = this.rows.get(row, AT) as Instant;
    const { year } = yearMonthDay(localDateAt(this.zone, at));
    const series = this.rows.get(row, IS_INVOICE) ? invoice : creditNote;
    return `${series}-${String(year).padStart(4, "0")}`;
  }

  private numberOf(row: number): string {
    return `${this.seriesOf(row)}-${String(this.rows.get(row, NUMBER)).padStart(4, "0")}`;
  }

  private write(row: number): WrittenDocument {
    const get = (column: number) => this.rows.get(row, column);
    const first = get(FIRST_OF);
    return {
      number: this.numberOf(row),
      kind: get(IS_INVOICE) ? "invoice" : "credit-note",
      order: this.orders[get(ORDER)] as string,
      at: formatInstant(get(AT) as Instant),
      amount: get(AMOUNT),
      tax: get(TAX),
      of: this.named.slice(first, first + get(COUNT_OF)).map((invoice) => this.numberOf(invoice)),
    };
  }
}

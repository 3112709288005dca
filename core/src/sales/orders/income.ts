/** Income by month: received, due, earned, deferred, net of tax, by course (orders.md, "Income"). */
import type { Fault } from "../../plan";
import {
  addDays,
  dateOf,
  formatInstant,
  type Instant,
  instantIn,
  type LocalDate,
  pad2,
  startOfDay,
  yearMonthDay,
  type Zone,
} from "../../time";
import type { Usual } from "../usual";
import { Documents, type WrittenDocument } from "./documents";
import type { Life } from "./life";
import { lifeOf } from "./life-of";
import type { Order, Orders } from "./schema";
import { ShareOfAccess } from "./share";
import { addUsual } from "./usual";
import { earnedByCourse, netIfPaid, netOfPart, receivedByCourse } from "./value";

/** A month as the count of months since year 0, so that months are compared and counted by subtraction. */
export type Month = number;

/** The month of a day. */
export const monthOf = (day: LocalDate): Month => {
  const { year, month } = yearMonthDay(day);
  return year * 12 + month - 1;
};
/** "2027-03". */
export const writeMonth = (month: Month) =>
  `${String(Math.floor(month / 12)).padStart(4, "0")}-${pad2((month % 12) + 1)}`;
/** The first day of a month. */
export const firstDay = (month: Month) => dateOf(Math.floor(month / 12), (month % 12) + 1, 1);

/** Reads `2027-03`; null where it is no month. */
export function parseMonth(text: string): Month | null {
  const found = /^(\d{4})-(\d{2})$/.exec(text);
  if (!found) return null;
  const [year, month] = [Number(found[1]), Number(found[2])];
  if (month < 1 || month > 12 || year < 1900 || year > 2999) return null;
  return year * 12 + month - 1;
}

export interface MonthOfRow {
  month: string;
  received: number;
  due: number;
  earned: number;
  deferred: number;
}

interface IncomeRow {
  listing: string;
  course: string;
  cohort: string | null;
  /** What its orders were marked with; left out: with nothing. */
  mark?: string;
  months: MonthOfRow[];
}

/** Income as the command line prints it. */
export interface Income {
  at: string;
  from: string;
  to: string;
  months: (MonthOfRow & { tax: number; dueTax: number })[];
  rows: IncomeRow[];
  documents: WrittenDocument[];
}

/** Running totals at the end of each month, the first being the month before those asked for. */
class Totals {
  readonly received: Float64Array;
  readonly earned: Float64Array;
  readonly due: Float64Array;

  constructor(months: number) {
    this.received = new Float64Array(months + 1);
    this.earned = new Float64Array(months + 1);
    this.due = new Float64Array(months + 1);
  }

  months(from: Month): MonthOfRow[] {
    const { received, earned, due } = this;
    return Array.from({ length: received.length - 1 }, (_, i) => ({
      month: writeMonth(from + i),
      received: at(received, i + 1) - at(received, i),
      due: at(due, i + 1),
      earned: at(earned, i + 1) - at(earned, i),
      deferred: at(received, i + 1) - at(earned, i + 1),
    }));
  }
}

interface MonthEnd {
  end: Instant;
  last: LocalDate;
}

/** Of each zone; what a zone's rules say of a month does not change while a program runs. */
const MONTH_ENDS = new WeakMap<Zone, Map<Month, MonthEnd>>();

function monthEnd(zone: Zone, month: Month): MonthEnd {
  const known = MONTH_ENDS.get(zone) ?? new Map<Month, MonthEnd>();
  MONTH_ENDS.set(zone, known);
  const found = known.get(month);
  if (found) return found;
  const next = firstDay(month + 1);
  const made = { end: (startOfDay(zone, next) - 1) as Instant, last: addDays(next, -1) };
  known.set(month, made);
  return made;
}

const at = (of: Float64Array, i: number) => of[i] as number;

/**
 * Collects the income of any number of orders, one after the other; what it keeps grows with listings, courses and
 * documents, not with orders.
 */
export class IncomeBook {
  private readonly rows = new Map<string, Omit<IncomeRow, "months"> & { totals: Totals }>();
  /** By the zone of orders. */
  private readonly ends = new Map<Zone, MonthEnd[]>();
  private readonly count: number;
  private readonly tax: Float64Array;
  private readonly dueTax: Float64Array;
  private readonly documents: Documents;
  /** What of later parts fell due in the last year, and was not paid. */
  readonly usual: Usual = { due: 0, unpaid: 0 };

  constructor(
    readonly now: Instant,
    readonly from: Month,
    readonly to: Month,
    papers: { timeZone: string; series: Orders["series"] },
  ) {
    this.count = to - from + 1;
    this.tax = new Float64Array(this.count + 1);
    this.dueTax = new Float64Array(this.count + 1);
    this.documents = new Documents(papers);
  }

  /**
   * Adds an order's; `mark`: orders with another one stand in rows of their own.
   *
   * @returns the order, moved to now, and how its courses' access goes by
   */
  add(order: Order, mark?: string): { life: Life; shares: ShareOfAccess[] } {
    const totals = order.courses.map(({ id, cohort }) =>
      this.rowOf(order.listing, id, cohort, mark),
    );
    const life = lifeOf(order);
    const today = life.day(this.now);
    const shares = order.courses.map(
      ({ access }) => new ShareOfAccess(access, order.terms.foreverMonths, today),
    );
    if (life.boughtAt > this.now) return { life, shares };
    for (const [i, { end, last }] of this.endsIn(life).entries()) {
      if (end < life.boughtAt) continue;
      life.moveTo(Math.min(end, this.now) as Instant);
      const received = receivedByCourse(life);
      const earned = earnedByCourse(life, shares, last);
      totals.forEach((row, k) => {
        row.received[i] = at(row.received, i) + (received[k] as number);
        row.earned[i] = at(row.earned, i) + (earned[k] as number);
      });
      this.tax[i] = at(this.tax, i) + life.payments.reduce((all, { taxLeft }) => all + taxLeft, 0);
    }
    life.moveTo(this.now);
    this.addDue(life, totals);
    addUsual(this.usual, life);
    this.documents.add(life);
    return { life, shares };
  }

  /** The last instant and day of the month before those asked for, and of each of these, in an order's zone. */
  private endsIn(life: Life): MonthEnd[] {
    const known = this.ends.get(life.zone);
    if (known) return known;
    const ends = Array.from({ length: this.count + 1 }, (_, i) =>
      monthEnd(life.zone, this.from + i - 1),
    );
    this.ends.set(life.zone, ends);
    return ends;
  }

  private rowOf(
    listing: string,
    course: string,
    cohort: string | null,
    mark: string | undefined,
  ): Totals {
    const key = JSON.stringify([listing, course, cohort, mark]);
    let row = this.rows.get(key);
    if (!row) {
      row = {
        listing,
        course,
        cohort,
        ...(mark !== undefined && { mark }),
        totals: new Totals(this.count),
      };
      this.rows.set(key, row);
    }
    return row.totals;
  }

  /** What paying each unpaid part would add to what is received, in the month in which it falls due. */
  private addDue(life: Life, totals: Totals[]): void {
    const put = (due: LocalDate, net: readonly number[], tax: number) => {
      const i = monthOf(due) - this.from + 1;
      if (i < 1 || i > this.count) return;
      totals.forEach((row, k) => {
        row.due[i] = at(row.due, i) + (net[k] as number);
      });
      this.dueTax[i] = at(this.dueTax, i) + tax;
    };
    for (const part of life.unpaid()) put(part.due, netIfPaid(life, part), part.tax);
    const { series } = life;
    if (!series || life.ended || life.runsOutAt !== null) return;
    for (let k = series.next; ; k++) {
      const due = series.dateOf(k);
      if (monthOf(due) > this.to) return;
      const { amount, tax } = series.priceOf(k);
      put(due, netOfPart(life.order, amount - tax), tax);
    }
  }

  /** The figures, without the documents. */
  close(): Omit<Income, "documents"> {
    const rows = [...this.rows.values()].sort(
      (a, b) =>
        compare(a.listing, b.listing) ||
        compare(a.course, b.course) ||
        byCohort(a.cohort, b.cohort) ||
        compare(a.mark ?? "", b.mark ?? ""),
    );
    const written = rows.map(({ totals, ...row }) => ({
      ...row,
      months: totals.months(this.from),
    }));
    const months = Array.from({ length: this.count }, (_, i) => {
      const sum = (of: "received" | "due" | "earned" | "deferred") =>
        written.reduce((all, row) => all + (row.months[i] as MonthOfRow)[of], 0);
      return {
        month: writeMonth(this.from + i),
        received: sum("received"),
        due: sum("due"),
        earned: sum("earned"),
        deferred: sum("deferred"),
        tax: at(this.tax, i + 1) - at(this.tax, i),
        dueTax: at(this.dueTax, i + 1),
      };
    });
    return {
      at: formatInstant(this.now),
      from: writeMonth(this.from),
      to: writeMonth(this.to),
      months,
      rows: written,
    };
  }

  /** The documents of the months asked for, one after the other: there may be a million of them. */
  papers(): Iterable<WrittenDocument> {
    return this.documents.between(firstDay(this.from), firstDay(this.to + 1));
  }
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
const byCohort = (a: string | null, b: string | null) =>
  a === null || b === null ? Number(a !== null) - Number(b !== null) : compare(a, b);

/** The income of a file of orders, by month. */
export function incomeOf(
  { at, timeZone, series, orders }: Orders,
  from: Month,
  to: Month,
): { ok: true; value: Income } | { ok: false; faults: Fault[] } {
  if (to < from)
    return { ok: false, faults: [{ path: "to", reason: "The last month lies before the first" }] };
  const book = new IncomeBook(instantIn(at), from, to, { timeZone, series });
  for (const order of orders) book.add(order);
  return { ok: true, value: { ...book.close(), documents: [...book.papers()] } };
}

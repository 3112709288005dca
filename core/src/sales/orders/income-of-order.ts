/**
 * What one order brings, month by month, so that it can be kept and added up: the sums over any orders are what an
 * IncomeBook has of them. It holds until something happens to the order or to access, and until `next`.
 */
import { addDays, dateIn, type Instant, instantIn, localDateAt, zoneOf } from "../../time";
import { firstDay, IncomeBook, type Month, monthOf } from "./income";
import type { Life } from "./life";
import type { Order } from "./schema";
import type { ShareOfAccess } from "./share";
import { type LaterPart, laterParts } from "./usual";

/** Of each month from the first on, net of tax, in minor units; months of nothing at the end are left out. */
export interface KeptMonths {
  received: number[];
  due: number[];
  earned: number[];
}

export interface OrderIncome {
  /** The month of the purchase, by which all months are counted. */
  first: Month;
  /** By course, in the order's order. */
  rows: ({ course: string; cohort: string | null } & KeptMonths)[];
  tax: number[];
  dueTax: number[];
  usual: LaterPart[];
  /** Something of it lies in later months than were worked out. */
  goesOn: boolean;
  /** From then on it may be another though nothing is told; null: it never is. */
  next: Instant | null;
}

/**
 * @param now not before the purchase
 * @param through the last month that is worked out
 */
export function incomeOfOrder(order: Order, now: Instant, through: Month): OrderIncome {
  const first = monthOf(localDateAt(zoneOf(order.timeZone), instantIn(order.boughtAt)));
  const last = Math.max(first, through);
  const book = new IncomeBook(now, first, last, {
    timeZone: "UTC",
    series: { invoice: "", creditNote: "" },
  });
  const { life, shares } = book.add(order);
  const { rows, months } = book.close();
  const byCourse = new Map(rows.map((row) => [row.course, row]));
  return {
    first,
    rows: order.courses.flatMap(({ id }) => {
      const row = byCourse.get(id);
      if (!row) return [];
      const { course, cohort, months: own } = row;
      const of = (figure: keyof KeptMonths) => trimmed(own.map((month) => month[figure]));
      return [{ course, cohort, received: of("received"), due: of("due"), earned: of("earned") }];
    }),
    tax: trimmed(months.map(({ tax }) => tax)),
    dueTax: trimmed(months.map(({ dueTax }) => dueTax)),
    usual: laterParts(life),
    goesOn: goesOn(life, shares, last),
    next: nextOf(life, order),
  };
}

/** Whether something falls due, or is earned, after a month. */
function goesOn({ series, ended, runsOutAt, parts }: Life, shares: ShareOfAccess[], last: Month) {
  const end = addDays(firstDay(last + 1), -1);
  if (series) {
    const isRunning = !ended && runsOutAt === null;
    return isRunning || parts.some(({ next }) => next - 1 > end);
  }
  return (
    parts.some(({ due }) => due > end) ||
    shares.some((share) => {
      const { over, of } = share.on(end);
      return over !== of;
    })
  );
}

/** An end that is moved on a later day, in its course's clock, has not been moved yet. */
function nextOf(life: Life, { courses }: Order): Instant | null {
  const today = life.day(life.now);
  const moves = courses
    .flatMap(({ access }) => access.moved.map(({ on }) => dateIn(on)))
    .filter((on) => on > today)
    .map((on) => life.start(on));
  const next = life.nextInstant();
  const all = next === null ? moves : [next, ...moves];
  return all.length === 0 ? null : (Math.min(...all) as Instant);
}

/** Without what is nothing at the end. */
function trimmed(months: number[]): number[] {
  let count = months.length;
  while (count > 0 && months[count - 1] === 0) count -= 1;
  return months.slice(0, count);
}

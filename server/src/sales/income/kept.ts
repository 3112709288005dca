/** What is kept of an order's income, and what becomes of the sums when one thing is kept instead of another. */
import type { KeptMonths, Month } from "@dawngate/core/sales/orders";

export interface KeptRow {
  listing: string;
  course: string;
  /** Empty: in none; by nobody's link. */
  cohort: string;
  partner: string;
  renewed: boolean;
  last: Month;
  months: KeptMonths;
}

export interface KeptOrder {
  currency: string;
  first: Month;
  rows: KeptRow[];
  tax: number[];
  dueTax: number[];
  usual: { day: string; due: number; unpaid: number }[];
  nextAt: string | null;
  /** Why it cannot be read, and brings nothing until it can. */
  fault: string | null;
}

/** The last month of what is never all earned: whoever bought it has not come yet. */
export const NO_LAST: Month = 2_147_483_647;

/** The last month in which anything stands of it, deferred included. */
export function lastOf(first: Month, { received, due, earned }: KeptMonths): Month {
  const sum = (of: readonly number[]) => of.reduce((all, one) => all + one, 0);
  if (sum(received) !== sum(earned)) return NO_LAST;
  return first + Math.max(received.length, due.length, earned.length) - 1;
}

interface Sum {
  currency: string;
  month: Month;
  listing_id: string;
  course_id: string;
  cohort_id: string;
  partner_id: string;
  renewed: boolean;
  received: number;
  due: number;
  earned: number;
  tax: number;
  due_tax: number;
  orders: number;
  held: number;
}

/** What is to be added to the sums, by their keys. */
export class KeptDifference {
  private readonly bySum = new Map<string, Sum>();
  private readonly byDay = new Map<
    string,
    { currency: string; day: string; due: number; unpaid: number }
  >();

  /** @param times 1: it is kept from now on; -1: it was until now */
  add({ currency, first, rows, tax, dueTax, usual }: KeptOrder, times: 1 | -1): void {
    for (const [place, row] of rows.entries()) {
      const at = (i: number) => this.sumOf(currency, first + i, row);
      const put = (
        figures: readonly number[],
        of: "received" | "due" | "earned" | "tax" | "due_tax",
      ) =>
        figures.forEach((figure, i) => {
          if (figure !== 0) at(i)[of] += times * figure;
        });
      put(row.months.received, "received");
      put(row.months.due, "due");
      put(row.months.earned, "earned");
      at(0).held += times;
      if (place > 0) continue;
      at(0).orders += times;
      put(tax, "tax");
      put(dueTax, "due_tax");
    }
    for (const { day, due, unpaid } of usual) {
      const key = `${currency} ${day}`;
      const sum = this.byDay.get(key) ?? { currency, day, due: 0, unpaid: 0 };
      this.byDay.set(key, sum);
      sum.due += times * due;
      sum.unpaid += times * unpaid;
    }
  }

  /** Those that differ, in the order of their keys. */
  get sums(): Sum[] {
    return inOrder(this.bySum).filter((sum) =>
      [sum.received, sum.due, sum.earned, sum.tax, sum.due_tax, sum.orders, sum.held].some(
        (figure) => figure !== 0,
      ),
    );
  }

  get usual(): { currency: string; day: string; due: number; unpaid: number }[] {
    return inOrder(this.byDay).filter(({ due, unpaid }) => due !== 0 || unpaid !== 0);
  }

  private sumOf(currency: string, month: Month, row: KeptRow): Sum {
    const { listing, course, cohort, partner, renewed } = row;
    const key = JSON.stringify([currency, month, listing, course, cohort, partner, renewed]);
    let sum = this.bySum.get(key);
    if (!sum) {
      sum = {
        currency,
        month,
        listing_id: listing,
        course_id: course,
        cohort_id: cohort,
        partner_id: partner,
        renewed,
        received: 0,
        due: 0,
        earned: 0,
        tax: 0,
        due_tax: 0,
        orders: 0,
        held: 0,
      };
      this.bySum.set(key, sum);
    }
    return sum;
  }
}

const inOrder = <T>(of: ReadonlyMap<string, T>): T[] =>
  [...of].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, one]) => one);

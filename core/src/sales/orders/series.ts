/** A subscription's series: when its periods begin, and what each costs. */
import { type DateOffset, type LocalDate, seriesDate } from "../../time";
import type { Money } from "./part";
import { stepIn } from "./read";
import type { OrderSeries } from "./schema";

/** A series from a first day on, and how many of its periods have begun. */
export class Series {
  private readonly step: DateOffset;

  constructor(
    private readonly first: LocalDate,
    private readonly terms: OrderSeries,
    /** The number of its next period, from 0. */
    public next = 0,
  ) {
    this.step = stepIn(terms.every);
  }

  /** The first day of its k-th period, from 0. */
  dateOf(k: number): LocalDate {
    return seriesDate(this.first, this.step, k);
  }

  /** What the k-th period costs: `reduced` holds for the first of its series. */
  priceOf(k: number): Money {
    const { amount, tax, reduced } = this.terms;
    return reduced && k < reduced.periods ? reduced : { amount, tax };
  }

  /** The first period from the k-th on that asks for money; null where none ever does. */
  firstPricedFrom(k: number): number | null {
    if (this.priceOf(k).amount > 0) return k;
    const after = Math.max(k, this.terms.reduced?.periods ?? 0);
    return this.terms.amount > 0 ? after : null;
  }
}

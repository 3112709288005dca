/** What changing a subscription to another series would come to: looked at before it is done; it changes nothing. */
import { formatDate, type Instant } from "../../time";
import { changeNow, whyNoChange } from "./change-option";
import { lifeOf } from "./life-of";
import type { Money } from "./part";
import type { Order, OrderSeries } from "./schema";
import { Series } from "./series";

export interface ChangeAhead {
  /** At once: what is unused counts in; null: it is worth more than the first period, or no period has begun. */
  now: {
    /** What is left of the running period. */
    credit: Money;
    /** What is charged for the change; 0: nothing is. */
    asks: Money;
    /** The number of the part it begins. */
    part: number;
    /** The next day on which something falls due. */
    next: string;
  } | null;
  /** At the period's end: the day on which the new series begins, at its first price. */
  atEnd: { on: string; price: Money };
}

export type ChangeReason = "not-running" | "ended" | "cancelled" | "open-part";

/** Why nothing can be changed at that instant, in the words of the event's reasons; else what it comes to. */
export function changeAhead(
  order: Order,
  at: Instant,
  to: Omit<OrderSeries, "first">,
): { ok: true; value: ChangeAhead } | { ok: false; reason: ChangeReason } {
  const life = lifeOf(order).moveTo(at);
  const { series } = life;
  if (!series) return { ok: false, reason: "not-running" };
  const reason = whyNoChange(life);
  if (reason) return { ok: false, reason };
  const begins = series.dateOf(series.next);
  const change = changeNow(life, to);
  const { amount, tax } = new Series(begins, to).priceOf(0);
  return {
    ok: true,
    value: {
      now: change && {
        credit: change.credit,
        asks: change.price,
        part: life.parts.length + 1,
        next: formatDate(new Series(life.day(life.now), to).dateOf(1)),
      },
      atEnd: { on: formatDate(begins), price: { amount, tax } },
    },
  };
}

/** A subscription changed to another series: at the period's end, or at once with what is unused counted in. */
import { timesOver } from "../money";
import type { Life, Reason } from "./life";
import { cut, type Money, makePart, type Part, worthOf } from "./part";
import { payBy } from "./pay";
import type { OrderEvent } from "./schema";
import { Series } from "./series";

type Changed = Extract<OrderEvent, { type: "option-changed" }>;

export function changeOption(life: Life, event: Changed, index: number): Reason | null {
  const { charge, amount = 0, when, to } = event;
  if (charge !== null) {
    if (life.charges.has(charge)) return "again";
    life.charges.add(charge);
  }
  const ignored = (reason: Reason): Reason => {
    if (charge !== null) life.excess.push({ charge, amount });
    return reason;
  };
  const shut = whyNoChange(life);
  if (shut) return ignored(shut);
  const { series } = life;
  if (!series) throw new TypeError("This order was not checked");
  const change = when === "now" ? changeNow(life, to) : null;
  if (!change) {
    life.series = new Series(series.dateOf(series.next), to);
    if (charge !== null) life.excess.push({ charge, amount });
    return null;
  }
  const asks = change.price.amount;
  if (asks > 0 && (charge === null || amount !== asks)) return ignored("not-paid");
  begin(life, to, change);
  const part = life.parts.at(-1) as Part;
  if (asks > 0) payBy(life, part, charge as string, index);
  else {
    life.pay(part, null);
    if (charge !== null) life.excess.push({ charge, amount });
  }
  return null;
}

interface Change {
  credit: Money;
  price: Money;
}

/** Why a subscription cannot be changed at this moment; null: it can. */
export function whyNoChange(life: Life): "ended" | "cancelled" | "open-part" | null {
  if (life.ended) return "ended";
  if (life.runsOutAt !== null) return "cancelled";
  return life.unpaidFirst() ? "open-part" : null;
}

/** What a change on this day comes to; null where it waits for the period's end. */
export function changeNow(life: Life, to: Omit<Changed["to"], "first">): Change | null {
  const period = life.parts.at(-1);
  if (!period) return null;
  const worth = worthOf(period);
  const days = period.next - period.due;
  const credit = timesOver(worth.amount, period.next - life.day(life.now), days);
  const first = new Series(period.due, to).priceOf(0);
  if (credit > first.amount) return null;
  return {
    credit: { amount: credit, tax: cut(worth.amount, worth.tax, credit) },
    price: {
      amount: first.amount - credit,
      tax: first.tax - cut(first.amount, first.tax, credit),
    },
  };
}

function begin(life: Life, to: Changed["to"], { credit, price }: Change): void {
  const old = life.parts.at(-1) as Part;
  const today = life.day(life.now);
  const series = new Series(today, to, 1);
  old.next = today;
  old.cutOn = today;
  old.passed = { amount: old.passed.amount + credit.amount, tax: old.passed.tax + credit.tax };
  const part = makePart(old.number + 1, today, series.dateOf(1), price);
  part.received = credit;
  life.parts.push(part);
  life.series = series;
}

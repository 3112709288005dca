/** What is due when: at once, in parts that come to the whole exactly, or period by period. */
import { type DateOffset, formatDate, type LocalDate, parseOffset, seriesDate } from "../time";
import type { PriceOption } from "./listing";
import { type Minor, split } from "./money";
import type { QuoteStep } from "./why";

type Installments = Extract<PriceOption, { kind: "installments" }>;

export interface Due {
  /** A local date in the listing's zone. */
  due: string;
  amount: Minor;
  /** The tax in it. */
  tax: Minor;
}

export interface Priced {
  total: Minor;
  tax: Minor;
}

/** A subscription's dates are listed so far. */
const PERIODS = 12;

const stepOf = (text: string): DateOffset => {
  const parsed = parseOffset(text);
  if (!parsed.ok || parsed.value.kind !== "date") throw new TypeError("This step was not checked");
  return parsed.value;
};

/** How a total falls into parts: a deposit, then so many of `each`, the first `more` of them one unit larger. */
function fallingInto({ deposit: wanted, count }: Installments, total: number) {
  const deposit = Math.min(wanted ?? 0, total);
  const rest = total - deposit;
  const each = Math.floor(rest / count);
  return { deposit, each, more: rest - each * count };
}

/** The same as a step of a why; none where a total is not parted. */
export function partsOf(option: PriceOption, total: Minor): QuoteStep[] {
  if (option.kind === "subscription")
    return [{ kind: "periods", amount: total, every: option.every, trial: option.trial }];
  if (option.kind !== "installments") return [];
  const { deposit, each, more } = fallingInto(option, total);
  const parts = { deposit: deposit as Minor, each: each as Minor, more };
  return [{ kind: "parts", total, count: option.count, ...parts }];
}

/** The schedule of a purchase on a day; `periodOf` prices a subscription's period, the first being 0. */
export function scheduleOf(
  option: PriceOption,
  day: LocalDate,
  { total, tax }: Priced,
  periodOf: (period: number) => Priced,
): Due[] {
  const on = (date: LocalDate, amount: number, part: number): Due => {
    return { due: formatDate(date), amount: amount as Minor, tax: part as Minor };
  };
  switch (option.kind) {
    case "free":
      return [];
    case "once":
      return total === 0 ? [] : [on(day, total, tax)];
    case "installments": {
      const step = stepOf(option.every);
      const { deposit, each, more } = fallingInto(option, total);
      const parts = Array.from({ length: option.count }, (_, i) => each + (i < more ? 1 : 0));
      // The deposit falls on the day of purchase, and the parts follow; without one the first part does.
      const all = option.deposit ? [deposit, ...parts] : parts;
      const taxes = split(tax, all);
      return all.flatMap((amount, k) =>
        amount === 0 ? [] : [on(seriesDate(day, step, k), amount, taxes[k] ?? 0)],
      );
    }
    case "subscription": {
      const first = option.trial === null ? day : seriesDate(day, stepOf(option.trial), 1);
      const step = stepOf(option.every);
      const periods = Array.from({ length: PERIODS }, (_, k) => {
        const priced = periodOf(k);
        return on(seriesDate(first, step, k), priced.total, priced.tax);
      });
      return periods.every(({ amount }) => amount === 0) ? [] : periods;
    }
  }
}

/**
 * The parts of a schedule from another first day on, each as many steps after it as before.
 *
 * @param every the step between them, an ISO 8601 duration; null: there is one part
 */
export function scheduleFrom(
  schedule: readonly Due[],
  every: string | null,
  day: LocalDate,
): Due[] {
  const step = every === null ? null : stepOf(every);
  return schedule.map((part, k) => ({
    ...part,
    due: formatDate(step === null ? day : seriesDate(day, step, k)),
  }));
}

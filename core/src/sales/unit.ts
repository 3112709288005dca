/** What one seat costs on a day, before and after the number of seats: dated prices, late fees, tiers. */
import type { Listing, PriceOption } from "./listing";
import { type Minor, percentOf } from "./money";
import type { QuoteStep } from "./why";

type DatedStep = Extract<QuoteStep, { kind: "dated" }>;

/** A step on the way to a price, with what it adds or takes. */
export interface Line {
  kind: "price" | "sale" | "early" | "late" | "seats" | "holder" | "code" | "tax";
  label: string;
  amount: Minor;
}

const serves = (options: readonly string[] | null, option: PriceOption) =>
  options === null || options.includes(option.id);

/** The unit on a day (a local date in the listing's zone), with the lines that led to it. */
export function unitOn(
  { dated }: Listing,
  option: Exclude<PriceOption, { kind: "free" }>,
  day: string,
  why: QuoteStep[] = [],
): { unit: Minor; lines: Line[] } {
  let unit: number = option.amount;
  let by: "sale" | "early" | null = null;
  let lowest: DatedStep | null = null;
  why.push({ kind: "option", option: option.id, amount: option.amount });
  for (const one of dated) {
    if (one.kind === "late") continue;
    const from = one.kind === "sale" ? one.from : null;
    const step: DatedStep = {
      kind: "dated",
      of: one.kind,
      from,
      through: one.through,
      price: null,
      because: "other-option",
    };
    why.push(step);
    if (!serves(one.options, option)) continue;
    const price = one.amount ?? option.amount - percentOf(option.amount, one.percent ?? 0);
    step.price = price as Minor;
    if (from !== null && day < from) step.because = "not-yet";
    else if (one.through !== null && day > one.through) step.because = "over";
    // Of several the lowest counts; the option's own is among them.
    else if (price < unit) {
      if (lowest) lowest.because = "not-lowest";
      unit = price;
      by = one.kind;
      step.because = "counts";
      lowest = step;
    } else step.because = lowest ? "not-lowest" : "not-lower";
  }
  const lines: Line[] = [{ kind: "price", label: option.id, amount: option.amount }];
  if (by !== null)
    lines.push({
      kind: by,
      label: by === "sale" ? "sale price" : "early price",
      amount: (unit - option.amount) as Minor,
    });
  for (const one of dated) {
    if (one.kind !== "late") continue;
    const { from, add } = one;
    const because = !serves(one.options, option)
      ? "other-option"
      : option.kind === "subscription"
        ? "subscription"
        : day < from
          ? "not-yet"
          : "counts";
    why.push({ kind: "late", from, add, because });
    if (because !== "counts") continue;
    unit += add;
    lines.push({ kind: "late", label: "late fee", amount: add });
  }
  return { unit: unit as Minor, lines };
}

/** The tier that a number of seats reaches: of those that serve the option the highest; null: none. */
export function tierAt(seats: Listing["seats"], option: PriceOption, number: number) {
  let reached: NonNullable<Listing["seats"]>["tiers"][number] | null = null;
  for (const tier of seats?.tiers ?? [])
    if (tier.from <= number && serves(tier.options, option) && tier.from >= (reached?.from ?? 0))
      reached = tier;
  return reached;
}

/** The unit at a number of seats: of the tiers that serve the option the highest that is reached, never above `unit`. */
export function unitAt(
  seats: Listing["seats"],
  option: PriceOption,
  unit: Minor,
  number: number,
): Minor {
  const reached = tierAt(seats, option, number);
  if (reached === null) return unit;
  const price = reached.unit ?? unit - percentOf(unit, reached.percent ?? 0);
  return Math.min(price, unit) as Minor;
}

/** What so many seats come to: every one at the reached tier's unit, or each at its own. */
export function sumOfSeats(
  { seats }: Listing,
  option: PriceOption,
  unit: Minor,
  number: number,
): number {
  if (seats?.mode !== "graduated") return unitAt(seats, option, unit, number) * number;
  // Between two tiers all seats cost the same.
  const begins = [...new Set([1, ...seats.tiers.map(({ from }) => from)])]
    .filter((from) => from <= number)
    .sort((a, b) => a - b);
  return begins.reduce((sum, from, i) => {
    const until = (begins[i + 1] ?? number + 1) - from;
    return sum + unitAt(seats, option, unit, from) * until;
  }, 0);
}

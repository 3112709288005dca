/**
 * Totals of many quotes of one listing: days, seats and codes as columns of numbers, what each comes to and the tax in it.
 * The plain quote stays the truth; a property test holds both equal. What depends on the day alone, or on day and seats,
 * or on a set of codes and a sum, is worked out once and looked up.
 */
import { formatDate, type LocalDate, parseDate } from "../time";
import { chooseCodes, loweredBy } from "./codes";
import type { Listing, PriceOption } from "./listing";
import { percentOf } from "./money";
import { optionOf } from "./quote";
import { taxOn } from "./tax-by-place";
import { sumOfSeats, unitOn } from "./unit";

export interface ManyAsked {
  /** Local dates in the listing's zone. */
  day: Int32Array;
  /** From 1 on. */
  seats: Int32Array;
  /** The number of a set in `codeSets`. */
  codes: Int32Array;
  codeSets: readonly (readonly string[])[];
  /** 1 where the buyer holds a course of the holder's price. */
  holds: Uint8Array;
}

export interface ManyTotals {
  total: Float64Array;
  tax: Float64Array;
}

/** All totals of one way to pay; a subscription's are those of its first period. */
export function quoteMany(listing: Listing, option: string, asked: ManyAsked): ManyTotals {
  const chosen = optionOf(listing, option);
  if (!chosen) throw new RangeError(`There is no option "${option}"`);
  const count = asked.day.length;
  const totals = { total: new Float64Array(count), tax: new Float64Array(count) };
  if (chosen.kind !== "free") new Many(listing, chosen, asked).fill(totals);
  return totals;
}

/** The days on which something about a listing changes: between two of them all days are alike. */
function turnsOf({ dated, codes }: Listing): number[] {
  const turns = new Set<number>();
  const add = (text: string | null, after: number) => {
    const date = text === null ? null : parseDate(text);
    if (date?.ok) turns.add(date.value + after);
  };
  for (const one of [...dated, ...codes]) {
    if ("from" in one) add(one.from, 0);
    if ("through" in one) add(one.through, 1);
  }
  return [...turns].sort((a, b) => a - b);
}

type Priced = Exclude<PriceOption, { kind: "free" }>;

class Many {
  private readonly turns: number[];
  /** What all that is alike comes to, by stretch of days, seats, codes and holding. */
  private readonly known = new Map<number, number>();
  private readonly totals: number[] = [];
  private readonly taxes: number[] = [];
  private readonly units = new Map<number, number>();

  constructor(
    private readonly listing: Listing,
    private readonly option: Priced,
    private readonly asked: ManyAsked,
  ) {
    this.turns = turnsOf(listing);
  }

  fill({ total, tax }: ManyTotals): void {
    const { day, seats, codes, holds, codeSets } = this.asked;
    const sets = Math.max(1, codeSets.length);
    for (let i = 0; i < day.length; i++) {
      const stretch = this.stretchOf(day[i] as number);
      const key =
        (((seats[i] as number) * (this.turns.length + 1) + stretch) * sets + (codes[i] as number)) *
          2 +
        (holds[i] as number);
      const at = this.known.get(key) ?? this.workOut(key, i, stretch);
      total[i] = this.totals[at] as number;
      tax[i] = this.taxes[at] as number;
    }
  }

  /** The number of the stretch a day lies in: how many turns are not after it. */
  private stretchOf(day: number): number {
    const { turns } = this;
    let low = 0;
    let high = turns.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((turns[middle] as number) <= day) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  private workOut(key: number, i: number, stretch: number): number {
    const { listing, option, asked } = this;
    const day = formatDate(asked.day[i] as LocalDate);
    const seats = asked.seats[i] as number;
    let unit = this.units.get(stretch);
    if (unit === undefined) {
      unit = unitOn(listing, option, day).unit;
      this.units.set(stretch, unit);
    }
    const sum = sumOfSeats(listing, option, unit as never, seats);
    if (!Number.isSafeInteger(sum))
      throw new RangeError("This comes to more than can be counted exactly");
    const { holder } = listing;
    const running = sum - (holder && asked.holds[i] === 1 ? percentOf(sum, holder.percent) : 0);
    const entered = asked.codeSets[asked.codes[i] as number] ?? [];
    const left =
      entered.length === 0
        ? running
        : loweredBy(running, chooseCodes(listing, entered, { sum: running, day, seats }).used);
    const priced = listing.tax
      ? taxOn(left, listing.tax.rate, listing.tax.included)
      : { total: left, tax: 0 };
    const at = this.totals.length;
    this.totals.push(priced.total);
    this.taxes.push(priced.tax);
    this.known.set(key, at);
    return at;
  }
}

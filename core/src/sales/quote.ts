/** A price worked out for one buyer at one instant, line by line (calculations: dated prices, seats, holders, codes, tax). */
import { formatDate, type Instant, localDateAt, zoneOf } from "../time";
import { chooseCodes, lowered, loweredBy, type Refusal } from "./codes";
import type { Listing, PriceOption } from "./listing";
import { type Minor, percentOf } from "./money";
import { type Due, type Priced, scheduleOf } from "./schedule";
import { taxOn } from "./tax-by-place";
import { type Line, sumOfSeats, unitAt, unitOn } from "./unit";

export interface Asked {
  at: Instant;
  /** The option's identifier; left out: the default. */
  option?: string;
  /** From 1 on. */
  seats?: number;
  /** As they were entered. */
  codes?: readonly string[];
  /** The courses the buyer holds. */
  holds?: readonly string[];
}

export interface Quote {
  option: string;
  /** Of one seat, after dated price, late fee and tier; graduated: before the tier. */
  unit: Minor;
  seats: number;
  lines: Line[];
  /** Before tax. */
  subtotal: Minor;
  tax: Minor;
  total: Minor;
  /** What falls on the day of purchase; it stands in the schedule too. */
  dueNow: Minor;
  schedule: Due[];
  refused: { code: string; reason: Refusal }[];
}

/** The option that is meant: by its identifier, the default, or the first that is not for renewals only; null: none. */
export function optionOf({ options }: Listing, id?: string): PriceOption | null {
  if (id !== undefined) return options.find((one) => one.id === id) ?? null;
  return (
    options.find((one) => one.default) ??
    options.find(({ renewal }) => !renewal) ??
    options[0] ??
    null
  );
}

/**
 * The quote. Throws a RangeError where the option is not the listing's, or a sum is too large to be exact.
 *
 * @example quote(listing, { at, seats: 5, codes: ["oven20"] }).total
 */
export function quote(
  listing: Listing,
  { at, option: wanted, seats = 1, codes = [], holds = [] }: Asked,
): Quote {
  const option = optionOf(listing, wanted);
  if (!option) throw new RangeError(`There is no option "${wanted}"`);
  const today = localDateAt(zoneOf(listing.timeZone), at);
  const day = formatDate(today);
  const nothing = 0 as Minor;
  if (option.kind === "free")
    return {
      option: option.id,
      unit: nothing,
      seats,
      lines: [{ kind: "price", label: option.id, amount: nothing }],
      subtotal: nothing,
      tax: nothing,
      total: nothing,
      dueNow: nothing,
      schedule: [],
      refused: [],
    };
  const { unit, lines } = unitOn(listing, option, day);
  const sum = sumOfSeats(listing, option, unit, seats);
  if (!Number.isSafeInteger(sum))
    throw new RangeError("This comes to more than can be counted exactly");
  if (sum !== unit || seats !== 1)
    lines.push({ kind: "seats", label: `${seats} seats`, amount: (sum - unit) as Minor });
  const { holder } = listing;
  const held = holder?.courses.some((course) => holds.includes(course)) ?? false;
  const off = holder && held ? percentOf(sum, holder.percent) : nothing;
  if (off > 0) lines.push({ kind: "holder", label: "for holders", amount: -off as Minor });
  const running = sum - off;
  const { used, refused } = chooseCodes(listing, codes, { sum: running, day, seats });
  let left = running;
  for (const code of used) {
    const next = lowered(left, code);
    lines.push({
      kind: "code",
      label: code.code.trim().toUpperCase(),
      amount: (next - left) as Minor,
    });
    left = next;
  }
  const priced = (amount: number): Priced =>
    listing.tax
      ? taxOn(amount, listing.tax.rate, listing.tax.included)
      : { total: amount as Minor, tax: nothing };
  const { total, tax } = priced(left);
  if (listing.tax)
    lines.push({ kind: "tax", label: listing.tax.included ? "tax included" : "tax", amount: tax });
  const schedule = scheduleOf(option, today, { total, tax }, (period) =>
    // A code lowers every period, unless it says for how many.
    priced(
      loweredBy(
        running,
        used.filter(({ periods }) => periods === null || period < periods),
      ),
    ),
  );
  return {
    option: option.id,
    unit: listing.seats?.mode === "graduated" ? unit : unitAt(listing.seats, option, unit, seats),
    seats,
    lines,
    subtotal: (total - tax) as Minor,
    tax,
    total,
    dueNow: schedule
      .filter(({ due }) => due === day)
      .reduce((all, { amount }) => all + amount, 0) as Minor,
    schedule,
    refused,
  };
}

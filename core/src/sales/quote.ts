/** A price worked out for one buyer at one instant, line by line (calculations: dated prices, seats, holders, codes, tax). */
import { formatDate, type Instant, localDateAt, zoneOf } from "../time";
import { chooseCodes, lowered, loweredBy, type Refusal } from "./codes";
import { type Listing, normalCode, type PriceOption } from "./listing";
import { type Minor, percentOf } from "./money";
import { type Due, type Priced, partsOf, scheduleOf } from "./schedule";
import { type PlaceTax, taxedBy, taxOn } from "./tax-by-place";
import { type Line, sumOfSeats, tierAt, unitAt, unitOn } from "./unit";
import type { QuoteStep } from "./why";

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
  /** The memberships they have: the listings they were bought by. */
  memberships?: readonly string[];
  /** The tax by the buyer's place, in place of the listing's own rate. */
  place?: PlaceTax | null;
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
 * The quote; `why`, where given, is filled with the steps that led to it. Throws a RangeError where the option is not the listing's, or a sum is too large to be exact.
 *
 * @example quote(listing, { at, seats: 5, codes: ["oven20"] }).total
 */
export function quote(
  listing: Listing,
  { at, option: wanted, seats = 1, codes = [], holds = [], memberships = [], place = null }: Asked,
  why: QuoteStep[] = [],
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
  const { unit, lines } = unitOn(listing, option, day, why);
  const sum = sumOfSeats(listing, option, unit, seats);
  if (!Number.isSafeInteger(sum))
    throw new RangeError("This comes to more than can be counted exactly");
  const tier = tierAt(listing.seats, option, seats);
  const atSeats = unitAt(listing.seats, option, unit, seats);
  if (tier && listing.seats)
    why.push({ kind: "tier", from: tier.from, unit: atSeats, seats, mode: listing.seats.mode });
  if (seats !== 1) why.push({ kind: "seats", seats, sum: sum as Minor });
  if (sum !== unit || seats !== 1)
    lines.push({ kind: "seats", label: `${seats} seats`, amount: (sum - unit) as Minor });
  const { holder } = listing;
  const held =
    holder !== null &&
    (holder.courses.some((course) => holds.includes(course)) ||
      holder.memberships.some((one) => memberships.includes(one)));
  const off = holder && held ? percentOf(sum, holder.percent) : nothing;
  if (holder)
    why.push({
      kind: "holder",
      percent: holder.percent,
      off: percentOf(sum, holder.percent),
      counts: held,
    });
  if (off > 0) lines.push({ kind: "holder", label: "for holders", amount: -off as Minor });
  const running = sum - off;
  const { used, refused } = chooseCodes(listing, codes, { sum: running, day, seats });
  let left = running;
  for (const code of used) {
    const next = lowered(left, code);
    lines.push({
      kind: "code",
      label: normalCode(code.code),
      amount: (next - left) as Minor,
    });
    why.push({
      kind: "code",
      code: normalCode(code.code),
      off: (left - next) as Minor,
      because: "counts",
      beatenBy: [],
    });
    left = next;
  }
  for (const { code, reason } of refused)
    why.push({
      kind: "code",
      code,
      off: nothing,
      because: reason,
      beatenBy: reason === "beaten" ? used.map((one) => normalCode(one.code)) : [],
    });
  const own = listing.tax;
  const priced = (amount: number): Priced =>
    !own
      ? { total: amount as Minor, tax: nothing }
      : place
        ? taxedBy(place, amount, own.included)
        : taxOn(amount, own.rate, own.included);
  const { total, tax } = priced(left);
  if (own) {
    const rate = place?.rate ?? own.rate;
    if (place) why.push({ kind: "place", treatment: place.treatment, country: place.country });
    if (tax > 0 || !place)
      why.push({ kind: "tax", rate, included: own.included, of: (total - tax) as Minor, tax });
    // A price with tax in it, made net: what is taken off stands on a line.
    if (place && place.netFrom !== null)
      lines.push({ kind: "tax", label: "tax taken off", amount: (total - left) as Minor });
    else lines.push({ kind: "tax", label: own.included ? "tax included" : "tax", amount: tax });
  }
  const schedule = scheduleOf(option, today, { total, tax }, (period) =>
    // A code lowers every period, unless it says for how many.
    priced(
      loweredBy(
        running,
        used.filter(({ periods }) => periods === null || period < periods),
      ),
    ),
  );
  why.push(...partsOf(option, total));
  return {
    option: option.id,
    unit: listing.seats?.mode === "graduated" ? unit : atSeats,
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

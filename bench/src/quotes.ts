/**
 * 100,000 quotes of one listing: many at once, one by one, and one by one with a general decimal library (decimal.js).
 * Ratios of one run, medians of several: `npm run bench:quotes`.
 */
import { type Listing, type ManyAsked, parseListing, quote, quoteMany } from "@dawngate/core/sales";
import { type Instant, type LocalDate, parseDate, startOfDay, zoneOf } from "@dawngate/core/time";
import { Decimal } from "decimal.js";

const COUNT = 100_000;
const RUNS = 5;
const read = parseListing({
  id: "s",
  currency: "EUR",
  timeZone: "Europe/Lisbon",
  tax: { rate: 2300, included: true },
  options: [{ id: "once", kind: "once", amount: 19_900 }],
  dated: [
    { kind: "early", through: "2027-01-31", percent: 10 },
    { kind: "sale", from: "2027-03-01", through: "2027-03-14", amount: 14_900, options: ["once"] },
    { kind: "late", from: "2027-06-01", add: 1500, options: ["once"] },
  ],
  seats: {
    mode: "graduated",
    tiers: [
      { from: 5, percent: 10 },
      { from: 20, percent: 20 },
    ],
  },
  codes: [
    { code: "OVEN20", percent: 20 },
    { code: "RYE5", amount: 500, combines: true },
  ],
});
if (!read.ok) throw new Error(JSON.stringify(read.faults));
const listing: Listing = read.value;
const first = parseDate("2027-01-01");
if (!first.ok) throw new Error(first.reason);
const begin = first.value;
const CODE_SETS = [[], ["OVEN20"], ["RYE5"], ["OVEN20", "RYE5"]];
const zone = zoneOf(listing.timeZone);

// The same numbers at each run, from a small generator.
let seed = 1;
const next = (below: number) => {
  seed = (seed * 48_271) % 2_147_483_647;
  return seed % below;
};
const asked: ManyAsked = {
  day: Int32Array.from({ length: COUNT }, () => begin + next(365)),
  seats: Int32Array.from({ length: COUNT }, () => 1 + next(30)),
  codes: Int32Array.from({ length: COUNT }, () => next(CODE_SETS.length)),
  codeSets: CODE_SETS,
  holds: new Uint8Array(COUNT),
};

const plainOf = (i: number) =>
  quote(listing, {
    at: startOfDay(zone, asked.day[i] as LocalDate) as Instant,
    seats: asked.seats[i] as number,
    codes: CODE_SETS[asked.codes[i] as number] ?? [],
  }).total;

const half = (value: Decimal) => value.toDecimalPlaces(0, Decimal.ROUND_HALF_UP);
const less = (sum: Decimal, percent: number) => sum.minus(half(sum.times(percent).dividedBy(100)));

/** The same listing, worked out seat by seat and code by code with decimals. */
function decimalOf(i: number): number {
  const day = (asked.day[i] as number) - begin;
  const price = new Decimal(19_900);
  let unit = price;
  if (day <= 30) unit = Decimal.min(unit, less(price, 10));
  if (day >= 59 && day <= 72) unit = Decimal.min(unit, new Decimal(14_900));
  if (day >= 151) unit = unit.plus(1500);
  const seats = asked.seats[i] as number;
  let sum = new Decimal(0);
  for (let seat = 1; seat <= seats; seat++)
    sum = sum.plus(seat >= 20 ? less(unit, 20) : seat >= 5 ? less(unit, 10) : unit);
  const set = asked.codes[i] as number;
  const single = less(sum, 20);
  const combined = Decimal.max(0, sum.minus(500));
  const left =
    set === 0 ? sum : set === 1 ? single : set === 2 ? combined : Decimal.min(single, combined);
  const tax = left.minus(half(left.dividedBy("1.23")));
  return left.minus(tax).plus(tax).toNumber();
}

function median(work: () => void): number {
  const times = Array.from({ length: RUNS }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  }).sort((a, b) => a - b);
  return times[RUNS >> 1] as number;
}

// They agree before they are compared.
const { total } = quoteMany(listing, "once", asked);
for (let i = 0; i < COUNT; i += 97)
  if (total[i] !== plainOf(i) || total[i] !== decimalOf(i))
    throw new Error(`Quote ${i}: ${total[i]}, ${plainOf(i)}, ${decimalOf(i)}`);

const many = median(() => void quoteMany(listing, "once", asked));
const plain = median(() => {
  for (let i = 0; i < COUNT; i++) plainOf(i);
});
const decimal = median(() => {
  for (let i = 0; i < COUNT; i++) decimalOf(i);
});
console.log(
  JSON.stringify(
    {
      quotes: COUNT,
      nsPerQuote: {
        many: Math.round((many * 1e6) / COUNT),
        plain: Math.round((plain * 1e6) / COUNT),
        decimal: Math.round((decimal * 1e6) / COUNT),
      },
      ratios: {
        decimalOverMany: Math.round(decimal / many),
        plainOverMany: Math.round(plain / many),
      },
    },
    null,
    2,
  ),
);

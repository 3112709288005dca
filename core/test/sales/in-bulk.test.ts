/** Many totals at once are those of the plain quote; and the plain quote is what a general decimal library makes of it. */
import { Decimal } from "decimal.js";
import fc from "fast-check";
import { type Listing, type ManyAsked, parseListing, quote, quoteMany } from "../../src/sales";
import { type Instant, type LocalDate, parseDate, startOfDay, zoneOf } from "../../src/time";

const ZONE = zoneOf("Europe/Lisbon");
const FIRST = parseDate("2027-01-01");
if (!FIRST.ok) throw new Error(FIRST.reason);
const first = FIRST.value;

const date = fc
  .integer({ min: 1, max: 28 })
  .map((day) => `2027-01-${String(day).padStart(2, "0")}`);
const percent = fc.integer({ min: 0, max: 10_000 }).map((hundredths) => hundredths / 100);
const maybeDate = fc.option(date, { nil: null });
const reduction = fc.oneof(
  percent.map((one) => ({ percent: one })),
  fc.integer({ min: 0, max: 30_000 }).map((amount) => ({ amount })),
);
const dated = fc.oneof(
  fc
    .record({ kind: fc.constant("sale"), from: maybeDate, through: maybeDate, by: reduction })
    .filter(({ from, through }) => from === null || through === null || from <= through),
  fc.record({ kind: fc.constant("early"), through: date, by: reduction }),
  fc.record({ kind: fc.constant("late"), from: date, add: fc.integer({ min: 0, max: 2000 }) }),
);
const code = fc.record({
  by: reduction,
  combines: fc.boolean(),
  from: maybeDate,
  through: maybeDate,
  uses: fc.constantFrom(null, 0, 5),
  leastSeats: fc.constantFrom(null, 3),
});
const listings = fc
  .record({
    amount: fc.integer({ min: 0, max: 50_000 }),
    kind: fc.constantFrom("once", "subscription"),
    dated: fc.array(dated, { maxLength: 4 }),
    codes: fc.array(code, { maxLength: 3 }),
    tax: fc.option(
      fc.record({ rate: fc.constantFrom(0, 600, 1300, 2300), included: fc.boolean() }),
      { nil: null },
    ),
    tiers: fc.array(fc.record({ from: fc.integer({ min: 1, max: 12 }), percent }), {
      maxLength: 3,
    }),
    mode: fc.constantFrom("volume", "graduated"),
    holder: fc.option(percent, { nil: null }),
  })
  .map(({ amount, kind, tiers, mode, holder, ...rest }): Listing => {
    const options = ["o"];
    const read = parseListing({
      id: "s",
      currency: "EUR",
      timeZone: "Europe/Lisbon",
      tax: rest.tax,
      options: [{ id: "o", kind, amount, ...(kind === "subscription" && { every: "P1M" }) }],
      dated: rest.dated.map((one) => {
        if (!("by" in one)) return { ...one, options };
        const { by, ...more } = one;
        return { ...more, ...by, options };
      }),
      codes: rest.codes.map(({ by, ...one }, i) => ({ ...one, ...by, code: `C${i}` })),
      seats: tiers.length === 0 ? null : { mode, tiers },
      holder: holder === null ? null : { courses: ["h"], percent: holder },
    });
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    return read.value;
  });

const CODE_SETS = [[], ["c0"], ["C1", "c2"], ["c0", "c1", "c2", "none"]];
const buyers = fc.array(
  fc.record({
    day: fc.integer({ min: 0, max: 30 }),
    seats: fc.integer({ min: 1, max: 15 }),
    codes: fc.integer({ min: 0, max: CODE_SETS.length - 1 }),
    holds: fc.integer({ min: 0, max: 1 }),
  }),
  { minLength: 1, maxLength: 30 },
);

test("many totals at once are those of the plain quote", () => {
  fc.assert(
    fc.property(listings, buyers, (listing, asked) => {
      const many: ManyAsked = {
        day: Int32Array.from(asked, ({ day }) => first + day),
        seats: Int32Array.from(asked, ({ seats }) => seats),
        codes: Int32Array.from(asked, ({ codes }) => codes),
        codeSets: CODE_SETS,
        holds: Uint8Array.from(asked, ({ holds }) => holds),
      };
      const { total, tax } = quoteMany(listing, "o", many);
      asked.forEach(({ day, seats, codes, holds }, i) => {
        const plain = quote(listing, {
          at: (startOfDay(ZONE, (first + day) as LocalDate) + 1000) as Instant,
          option: "o",
          seats,
          codes: CODE_SETS[codes] ?? [],
          holds: holds === 1 ? ["h"] : [],
        });
        expect([total[i], tax[i]]).toEqual([plain.total, plain.tax]);
      });
    }),
    { numRuns: 400 },
  );
});

test("a quote of one seat is what a general decimal library makes of it (decimal.js), thousands of times", () => {
  const half = (value: Decimal) => value.toDecimalPlaces(0, Decimal.ROUND_HALF_UP);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 10_000_000 }),
      percent,
      percent,
      fc.constantFrom(0, 600, 1300, 2300, 2550),
      fc.boolean(),
      (amount, sale, coded, rate, included) => {
        const read = parseListing({
          id: "s",
          currency: "EUR",
          timeZone: "Europe/Lisbon",
          tax: { rate, included },
          options: [{ id: "o", kind: "once", amount }],
          dated: [{ kind: "sale", percent: sale }],
          codes: [{ code: "A", percent: coded }],
        });
        if (!read.ok) throw new Error(JSON.stringify(read.faults));
        const answer = quote(read.value, { at: startOfDay(ZONE, first), codes: ["A"] });
        const off = (sum: Decimal, by: number) => sum.minus(half(sum.times(by).dividedBy(100)));
        const left = off(off(new Decimal(amount), sale), coded);
        const share = new Decimal(rate).dividedBy(10_000);
        const tax = included
          ? left.minus(half(left.dividedBy(share.plus(1))))
          : half(left.times(share));
        expect(answer.tax).toBe(tax.toNumber());
        expect(answer.total).toBe((included ? left : left.plus(tax)).toNumber());
      },
    ),
    { numRuns: 3000 },
  );
});

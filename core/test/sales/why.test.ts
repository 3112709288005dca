/** Every amount explains itself, by the evaluation that made it. */
import fc from "fast-check";
import { type Asked, type Listing, parseListing, type QuoteStep, quote } from "../../src/sales";
import { instant } from "../helpers";

function listingOf(parts: object): Listing {
  const read = parseListing({ id: "s1", currency: "EUR", timeZone: "Europe/Lisbon", ...parts });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
}

const AT = instant("2027-03-05T12:00:00Z");
function explained(parts: object, asked: Partial<Asked> = {}) {
  const why: QuoteStep[] = [];
  const answer = quote(listingOf(parts), { at: AT, ...asked }, why);
  return { answer, why };
}
const once = { id: "full", kind: "once", amount: 20_000, default: true };

test("of several sales the lowest counts, and each of the others says why it does not", () => {
  const { why } = explained({
    options: [once, { ...once, id: "other", default: false }],
    dated: [
      { kind: "sale", from: null, through: "2027-03-31", percent: 10 },
      { kind: "early", through: "2027-03-05", amount: 15_000, options: ["full"] },
      { kind: "sale", from: "2027-03-06", through: null, percent: 50 },
      { kind: "early", through: "2027-03-04", percent: 60 },
      { kind: "sale", from: null, through: null, amount: 16_000, options: ["full"] },
      { kind: "sale", from: null, through: null, amount: 1000, options: ["other"] },
      { kind: "late", from: "2027-03-05", add: 500, options: ["full"] },
      { kind: "late", from: "2027-03-06", add: 500, options: ["full"] },
    ],
  });
  expect(why.map((step) => ("because" in step ? step.because : step.kind))).toEqual([
    "option",
    "not-lowest",
    "counts",
    "not-yet",
    "over",
    "not-lowest",
    "other-option",
    "counts",
    "not-yet",
  ]);
});

test("a sale that is dearer than the price itself does not count", () => {
  const { answer, why } = explained({
    options: [once],
    dated: [{ kind: "sale", from: null, through: null, amount: 21_000, options: ["full"] }],
  });
  expect(answer.total).toBe(20_000);
  expect(why[1]).toMatchObject({ price: 21_000, because: "not-lower" });
});

test("a code that lost says to which", () => {
  const codes = [
    { code: "A", percent: 10, combines: true },
    { code: "B", amount: 500, combines: true },
    { code: "BEST", percent: 20 },
  ];
  const { why } = explained({ options: [once], codes }, { codes: ["a", "best", "b", "none"] });
  expect(why.filter(({ kind }) => kind === "code")).toEqual([
    { kind: "code", code: "BEST", off: 4000, because: "counts", beatenBy: [] },
    { kind: "code", code: "A", off: 0, because: "beaten", beatenBy: ["BEST"] },
    { kind: "code", code: "B", off: 0, because: "beaten", beatenBy: ["BEST"] },
    { kind: "code", code: "NONE", off: 0, because: "unknown", beatenBy: [] },
  ]);
});

test("tax and parts say how they were worked out (calculations.md 5: 12300 with 23 %, 10000 in 3)", () => {
  const tax = { rate: 2300, included: true };
  const taxed = explained({ options: [{ ...once, amount: 12_300 }], tax });
  expect(taxed.why.at(-1)).toEqual({ kind: "tax", ...tax, of: 10_000, tax: 2300 });
  const three = { id: "three", kind: "installments", amount: 10_000, count: 3, every: "P1M" };
  expect(explained({ options: [three] }).why.at(-1)).toEqual({
    kind: "parts",
    total: 10_000,
    deposit: 0,
    count: 3,
    each: 3333,
    more: 1,
  });
});

test("the steps lead to the total, whatever counts", () => {
  const percent = fc.integer({ min: 0, max: 100 });
  const date = fc.constantFrom("2027-03-01", "2027-03-05", "2027-03-09");
  const dated = fc.record({
    kind: fc.constant("sale"),
    from: fc.option(date, { nil: null }),
    through: fc.constantFrom(null, "2027-03-10"),
    percent,
  });
  const code = fc.record({ percent, combines: fc.boolean() });
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 1_000_000 }),
      fc.array(dated, { maxLength: 4 }),
      fc.array(code, { maxLength: 3 }),
      fc.integer({ min: 1, max: 9 }),
      fc.boolean(),
      (amount, sales, codes, seats, included) => {
        const named = codes.map((one, i) => ({ ...one, code: `C${i}` }));
        const { answer, why } = explained(
          {
            options: [{ ...once, amount }],
            dated: sales,
            codes: named,
            tax: { rate: 2300, included },
          },
          { seats, codes: named.map(({ code }) => code) },
        );
        const counted = why.find((step) => step.kind === "dated" && step.because === "counts");
        const unit = counted?.kind === "dated" ? (counted.price ?? amount) : amount;
        const off = why.reduce((sum, step) => sum + (step.kind === "code" ? step.off : 0), 0);
        const last = why.at(-1);
        if (last?.kind !== "tax") throw new Error("The tax is not explained");
        expect(last.of + last.tax).toBe(answer.total);
        expect(unit * seats - off + (included ? 0 : answer.tax)).toBe(answer.total);
      },
    ),
  );
});

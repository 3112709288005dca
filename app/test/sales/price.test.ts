import { type Listing, parseListing, type QuoteStep, quote } from "@dawngate/core/sales";
import type { Instant } from "@dawngate/core/time";
import { sayWayAtLength } from "../../src/sales/say-way";
import { sayWhyPrice } from "../../src/sales/say-why";
import { asKind } from "../../src/sales/way-sheet";

const once = { id: "once", kind: "once" as const, amount: 19_000, default: true, renewal: false };
function listingOf(parts: object): Listing {
  const read = parseListing({
    id: "l",
    currency: "EUR",
    timeZone: "Europe/Lisbon",
    options: [once],
    ...parts,
  });
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
}
test.each([
  [{ ...once, count: null, every: null, trial: null }, "€190.00, once"],
  [
    { kind: "installments" as const, amount: 20_100, count: 3, every: "P1M", trial: null },
    "€201.00 in 3 parts, one every month",
  ],
  [
    {
      kind: "installments" as const,
      amount: 20_100,
      count: 3,
      every: "P3M",
      trial: null,
      deposit: 5000,
    },
    "€201.00 in 3 parts, one every 3 months, after €50.00 at the purchase",
  ],
  [
    { kind: "subscription" as const, amount: 1500, count: null, every: "P1M", trial: "P14D" },
    "€15.00 every month, the first 14 days free",
  ],
])("%j reads as a sentence", (way, said) => {
  expect(sayWayAtLength(way, "EUR")).toBe(said);
});

test("another kind keeps what both have", () => {
  const parts = asKind({ ...once, amount: 19_000 as never }, "installments");
  expect(parts).toMatchObject({ kind: "installments", amount: 19_000, count: 3, every: "P1M" });
  const monthly = asKind(parts, "subscription");
  expect(monthly).toMatchObject({ amount: 19_000, every: "P1M", trial: null });
  expect(asKind(monthly, "free")).toEqual({
    id: "once",
    kind: "free",
    default: true,
    renewal: false,
  });
});

test("a price explains itself in sentences", () => {
  const why: QuoteStep[] = [];
  quote(
    listingOf({
      dated: [
        { kind: "early", through: "2026-12-31", percent: 10 },
        { kind: "sale", from: "2027-02-01", through: null, amount: 100, options: ["once"] },
      ],
      codes: [
        { code: "OVEN20", percent: 20 },
        { code: "RYE5", amount: 500 },
      ],
      tax: { rate: 2300, included: true },
    }),
    { at: Date.UTC(2026, 11, 12, 12) as Instant, codes: ["oven20", "rye5"] },
    why,
  );
  expect(sayWhyPrice(why, "EUR")).toEqual([
    "This way to pay asks for €190.00.",
    "The early price of €171.00 counts, until Thu 31 Dec 2026.",
    "The sale price of €1.00 begins on Mon 1 Feb 2027.",
    "The code OVEN20 takes off €34.20.",
    "RYE5 is not taken: OVEN20 gives more, and they do not go together.",
    "Tax of 23 % is included: €25.58 of €136.80.",
  ]);
});

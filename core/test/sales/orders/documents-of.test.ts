/**
 * What one order's payments and refunds are written down as: the same documents as those of its income (orders.md,
 * "Documents"), with the events that made them.
 */
import fc from "fast-check";
import { documentsOf } from "../../../src/sales/orders";
import { instant } from "../../helpers";
import { charged, income, looseOrder, orderOf, partsOn, subscription } from "./sketch";

const END = "2028-12-31T00:00:00Z";
const months = { at: END, from: "2027-03", to: "2027-12" };
const IN_TWO = {
  kind: "installments",
  quote: partsOn(13_400, 2506, ["2027-03-15", "2027-03-28"]),
};
const first = charged("2027-03-15T11:00:01Z", "a", 1, 6700);
const second = charged("2027-03-28T05:00:01Z", "b", 2, 6700);
const back = { type: "refunded", at: "2027-04-01T09:00:00Z", refund: "r", amount: 8000 };

test("5: 8000 back of 6700 paid twice names both invoices, the newest first", () => {
  const loose = looseOrder({ ...IN_TWO, events: [first, second, back] });
  expect(documentsOf(orderOf(loose), instant(END))).toEqual([
    {
      event: 0,
      at: first.at,
      kind: "invoice",
      amount: 6700,
      tax: 1253,
      part: 1,
      period: null,
      of: [],
    },
    {
      event: 1,
      at: second.at,
      kind: "invoice",
      amount: 6700,
      tax: 1253,
      part: 2,
      period: null,
      of: [],
    },
    {
      event: 2,
      at: back.at,
      kind: "credit-note",
      amount: 8000,
      tax: 1496,
      part: 2,
      period: null,
      of: [1, 0],
    },
  ]);
});

test("nothing is written before its instant, of excess, or of a charge told again", () => {
  const events = [
    first,
    { ...first, at: "2027-03-16T00:00:00Z" },
    charged("2027-03-17T00:00:00Z", "c", 1, 6700),
    { type: "refunded", at: "2027-03-18T00:00:00Z", refund: "x", charge: "c" },
    second,
  ];
  const order = orderOf(looseOrder({ ...IN_TWO, events }));
  expect(documentsOf(order, instant("2027-03-15T11:00:00Z"))).toEqual([]);
  expect(documentsOf(order, instant("2027-03-20T00:00:00Z")).map(({ event }) => event)).toEqual([
    0,
  ]);
  expect(documentsOf(order, instant(END)).map(({ event }) => event)).toEqual([0, 4]);
});

test("a subscription's invoice says its period", () => {
  const loose = subscription(
    { events: [charged("2027-03-20T06:00:00Z", "a", 1, 1500)] },
    { first: "2027-03-20", amount: 1500, tax: 280 },
  );
  expect(documentsOf(orderOf(loose), instant("2027-04-01T00:00:00Z"))).toMatchObject([
    { kind: "invoice", amount: 1500, period: { from: "2027-03-20", through: "2027-04-19" } },
  ]);
});

test("whatever happens to an order, its documents are those of its income", () => {
  const when = fc
    .integer({ min: 0, max: 40 })
    .map((day) =>
      new Date(Date.UTC(2027, 2, 15) + day * 86_400_000 + 43_200_000)
        .toISOString()
        .replace(".000", ""),
    );
  const events = fc.array(
    fc.oneof(
      fc.record({
        type: fc.constant("charged"),
        at: when,
        charge: fc.constantFrom("a", "b", "c"),
        part: fc.integer({ min: 1, max: 2 }),
        amount: fc.constantFrom(6700, 6700, 100),
      }),
      fc.record({
        type: fc.constant("refunded"),
        at: when,
        refund: fc.constantFrom("r1", "r2", "r3"),
        amount: fc.integer({ min: 1, max: 7000 }),
      }),
      fc.record({
        type: fc.constantFrom("disputed", "dispute-lost", "dispute-won"),
        at: when,
        charge: fc.constantFrom("a", "b"),
      }),
    ),
    { minLength: 3, maxLength: 10, size: "max" },
  );
  let met = 0;
  fc.assert(
    fc.property(events, (some) => {
      const loose = looseOrder({ ...IN_TWO, events: some });
      const ours = documentsOf(orderOf(loose), instant(END));
      const theirs = income([loose], months).documents;
      const numbers = new Map<number, string>();
      theirs.forEach(({ number }, i) => numbers.set(ours[i]?.event ?? -1, number));
      met += ours.length;
      expect(
        ours.map(({ at, kind, amount, tax, of }) => ({
          at,
          kind,
          amount,
          tax,
          of: of.map((event) => numbers.get(event)),
        })),
      ).toEqual(theirs.map(({ at, kind, amount, tax, of }) => ({ at, kind, amount, tax, of })));
    }),
    { numRuns: 300 },
  );
  expect(met).toBeGreaterThan(200);
});

/** A change that is looked at first: by the worked example of orders.md, and never other than what its event then does. */
import fc from "fast-check";
import { changeAhead, orderAt } from "../../../src/sales/orders";
import { formatInstant, type Instant } from "../../../src/time";
import { instant } from "../../helpers";
import { charged, orderOf, subscription } from "./sketch";

const YEAR = { every: "P1Y", amount: 30_000, tax: 5610, reduced: null };
const paid = (more: object[] = [], series: object = {}) =>
  subscription(
    {
      boughtAt: "2027-03-01T10:00:00Z",
      events: [charged("2027-03-01T10:00:01Z", "a", 1, 3000), ...more],
    },
    { first: "2027-03-01", ...series },
  );
const ahead = (loose: object, at: string, to: object = YEAR) =>
  changeAhead(orderOf(loose as never), instant(at), to as never);

test("4: 3000 from 1 March, changed on 11 March to 30000 a year", () => {
  expect(ahead(paid(), "2027-03-11T10:00:00Z")).toEqual({
    ok: true,
    value: {
      now: {
        credit: { amount: 2032, tax: 380 },
        asks: { amount: 27_968, tax: 5230 },
        part: 2,
        next: "2028-03-11",
      },
      atEnd: { on: "2027-04-01", price: { amount: 30_000, tax: 5610 } },
    },
  });
});

test("what is worth more than the new first period, and a trial, wait for their end", () => {
  const less = { every: "P1M", amount: 1000, tax: 187, reduced: null };
  expect(ahead(paid(), "2027-03-11T10:00:00Z", less)).toMatchObject({
    value: { now: null, atEnd: { on: "2027-04-01", price: { amount: 1000 } } },
  });
  const trial = subscription({ boughtAt: "2027-03-01T10:00:00Z" }, { first: "2027-03-15" });
  expect(ahead(trial, "2027-03-03T10:00:00Z")).toMatchObject({
    value: { now: null, atEnd: { on: "2027-03-15" } },
  });
});

test.each([
  ["open-part", paid(), "2027-04-01T10:00:00Z"],
  [
    "ended",
    paid([{ type: "cancelled", at: "2027-03-05T10:00:00Z", when: "now" }]),
    "2027-03-06T10:00:00Z",
  ],
  [
    "cancelled",
    paid([{ type: "cancelled", at: "2027-03-05T10:00:00Z", when: "period-end" }]),
    "2027-03-06T10:00:00Z",
  ],
])("%s: nothing can be changed", (reason, loose, at) => {
  expect(ahead(loose, at)).toEqual({ ok: false, reason });
});

test("whatever is changed when, the event does what was said, to the unit", () => {
  let counted = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 30 * 24 }),
      fc.record({
        every: fc.constantFrom("P1M", "P1Y", "P1W", "P3M"),
        amount: fc.integer({ min: 0, max: 40_000 }),
        reduced: fc.constantFrom(null, { periods: 2, amount: 500, tax: 90 }),
      }),
      fc.constantFrom("now", "period-end"),
      (hours, { every, amount, reduced }, when) => {
        const to = { every, amount, tax: Math.floor(amount * 0.187), reduced };
        const at = (instant("2027-03-01T10:00:01Z") + hours * 3_600_000) as Instant;
        const said = changeAhead(orderOf(paid()), at, to as never);
        if (!said.ok || (when === "now" && said.value.now === null)) return;
        counted += 1;
        const asks = when === "now" ? (said.value.now?.asks.amount ?? 0) : 0;
        const event = {
          type: "option-changed",
          at: formatInstant(at),
          when,
          to,
          ...(asks > 0 && { charge: "b", amount: asks }),
        };
        const after = orderAt(orderOf(paid([event])), at);
        expect(after.ignored).toEqual([]);
        expect(after.excess).toEqual([]);
        if (when === "now") {
          expect(after.parts[1]).toMatchObject({ ...said.value.now?.asks, part: 2 });
          expect(after.parts.at(-1)?.due).toBe(said.value.now?.next);
        } else
          expect(after.parts.at(-1)).toMatchObject({
            due: said.value.atEnd.on,
            ...said.value.atEnd.price,
          });
      },
    ),
    { numRuns: 300 },
  );
  expect(counted).toBeGreaterThan(150);
});

import { sayChange } from "../../src/sales/own-change";

jest.mock("../../src/sales/api", () => ({}));

const atEnd = { on: "2027-04-01", price: { amount: 30_000, tax: 5610 } };
const way = { option: "yearly", every: "P1Y", amount: 30_000, now: null, atEnd };

test("the arithmetic of a change at once is said, and what waits for the period's end", () => {
  const now = {
    credit: { amount: 2032, tax: 380 },
    asks: { amount: 27_968, tax: 5230 },
    next: "2028-03-11",
  };
  expect(sayChange({ ...way, now }, "EUR")).toEqual([
    "Today: €300.00 less €20.32 for what is left of your period: €279.68 from your card. The next period begins on Sat 11 Mar 2028.",
    "From Thu 1 Apr 2027: nothing is charged today, €300.00 on that day.",
  ]);
});

test("what is worth more than it costs, what costs nothing today, and what costs less at first", () => {
  expect(sayChange(way, "EUR")[0]).toMatch(/^Today it cannot be changed/);
  expect(sayChange(way, "EUR", true)[0]).toMatch(/^While you try it free/);
  const even = {
    credit: { amount: 900, tax: 168 },
    asks: { amount: 0, tax: 0 },
    next: "2027-03-18",
  };
  expect(sayChange({ ...way, now: even }, "EUR")[0]).toContain("nothing is charged. The next");
  const reduced = { ...atEnd, price: { amount: 500, tax: 93 } };
  expect(sayChange({ ...way, atEnd: reduced }, "EUR")[1]).toBe(
    "From Thu 1 Apr 2027: nothing is charged today, €5.00 on that day, €300.00 later.",
  );
});

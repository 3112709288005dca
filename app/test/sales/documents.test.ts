import type { Order } from "@dawngate/contract/sales";
import { waitsFor } from "../../src/sales/by-hand/mark-paid";
import { monthAfter } from "../../src/sales/income/income-rows";

test.each([
  ["2027-01", -1, "2026-12"],
  ["2026-12", 1, "2027-01"],
  ["2027-05", 0, "2027-05"],
  ["2027-03", 22, "2029-01"],
])("%s, %i months further, is %s", (month, by, found) => {
  expect(monthAfter(month, by)).toBe(found);
});

describe("what of an order waits for a transfer", () => {
  const order = (over: object) =>
    ({
      state: "open",
      payBy: "2027-03-20",
      quote: { dueNow: 19_900 },
      running: null,
      ...over,
    }) as Order;
  const running = (...states: string[]) => ({
    parts: states.map((state, i) => ({ part: i + 1, amount: 100 + i, state })),
  });
  test.each([
    ["all of one by hand", {}, { part: 1, amount: 19_900 }],
    ["all of one whose days are over", { state: "lapsed" }, { part: 1, amount: 19_900 }],
    ["nothing of one that is at the till", { payBy: null }, null],
    ["nothing of one that is paid", { state: "paid" }, null],
    [
      "the first part that could not be charged",
      { state: "paid", running: running("paid", "failed", "ahead") },
      { part: 2, amount: 101 },
    ],
    ["nothing that lies ahead", { state: "paid", running: running("paid", "ahead") }, null],
  ])("%s", (_, over, found) => {
    expect(waitsFor(order(over))).toEqual(found);
  });
});

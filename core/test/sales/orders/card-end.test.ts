/** The payment a card on file is not good for (good through the last day of its month: common practice), and when that is told. */
import { cardEnd, type KnownCard, orderAt } from "../../../src/sales/orders";
import { instant } from "../../helpers";
import { charged, looseOrder, orderOf, partsOn, subscription } from "./sketch";

const BOUGHT = "2027-02-28T10:00:00Z";
const three = (events: object[] = []) =>
  looseOrder({
    kind: "installments",
    boughtAt: BOUGHT,
    quote: partsOn(20_100, 3759, ["2027-02-28", "2027-03-28", "2027-04-28"]),
    events: [charged("2027-02-28T10:00:05Z", "ch1", 1, 6700), ...events],
  });
const monthly = (events: object[] = []) =>
  subscription({ boughtAt: "2027-03-01T09:00:00Z", events }, { first: "2027-03-20" });
const end = (loose: Record<string, unknown>, at: string, card: KnownCard | null) => {
  const order = orderOf(loose);
  return cardEnd(order, orderAt(order, instant(at)), card);
};
const until = (expires: string | null): KnownCard => ({ expires });

test.each([
  // A card of March pays on the 28th of March, and not on the 28th of April.
  ["2027-03", { part: 3, due: "2027-04-28", amount: 6700 }],
  ["2027-02", { part: 2, due: "2027-03-28", amount: 6700 }],
  ["2027-04", null],
  ["2030-01", null],
  // Its service does not say.
  [null, null],
])("a card good through %s", (expires, found) => {
  const said = end(three(), "2027-03-01T00:00:00Z", until(expires));
  if (found === null) expect(said).toBeNull();
  else expect(said).toMatchObject(found);
});

test("thirty days before and seven, at the hour of charging on the listing's clock; none before the purchase", () => {
  const says = end(three(), "2027-03-01T00:00:00Z", until("2027-03"));
  // 29 March is after the clocks went forward in Lisbon, and so is 21 April: six o'clock is five.
  expect(says?.tell).toEqual([
    { days: 30, at: "2027-03-29T05:00:00Z" },
    { days: 7, at: "2027-04-21T05:00:00Z" },
  ]);
  // 30 days before 28 March lies before the purchase; the 21st is winter still.
  expect(end(three(), "2027-03-01T00:00:00Z", until("2027-02"))?.tell).toEqual([
    { days: 7, at: "2027-03-21T06:00:00Z" },
  ]);
});

test("a subscription tried free without a card needs one for its first period, and says so twice", () => {
  expect(end(monthly(), "2027-03-02T00:00:00Z", null)).toEqual({
    part: 1,
    due: "2027-03-20",
    amount: 3000,
    tell: [
      { days: 7, at: "2027-03-13T06:00:00Z" },
      { days: 2, at: "2027-03-18T06:00:00Z" },
    ],
  });
});

test("of a subscription it is the period that comes next", () => {
  const paid = [charged("2027-03-20T06:00:00Z", "ch1", 1, 3000)];
  expect(end(monthly(paid), "2027-03-21T00:00:00Z", until("2027-04"))).toBeNull();
  const again = [...paid, charged("2027-04-20T05:00:00Z", "ch2", 2, 3000)];
  expect(end(monthly(again), "2027-04-21T00:00:00Z", until("2027-04"))).toMatchObject({
    part: 3,
    due: "2027-05-20",
  });
});

test("what is not charged any more needs no card", () => {
  const at = "2027-03-21T00:00:00Z";
  const paid = charged("2027-03-20T06:00:00Z", "ch1", 1, 3000);
  const over = (event: object) => end(monthly([paid, event]), at, null);
  expect(over({ type: "cancelled", at: "2027-03-20T07:00:00Z", when: "period-end" })).toBeNull();
  expect(over({ type: "cancelled", at: "2027-03-20T07:00:00Z", when: "now" })).toBeNull();
  expect(over({ type: "disputed", at: "2027-03-20T07:00:00Z", charge: "ch1" })).toBeNull();
  // What costs nothing is paid by itself.
  const free = subscription({ boughtAt: BOUGHT }, { first: "2027-03-20", amount: 0, tax: 0 });
  expect(end(free, "2027-03-01T00:00:00Z", null)).toBeNull();
});

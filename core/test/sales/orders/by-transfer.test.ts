/** Parts that are transferred: asked for a fortnight before, reminded of on the day after (common practice). */
import { firstPaidOn, orderAt, partsToAsk, termsByTransfer } from "../../../src/sales/orders";
import { type Due, scheduleFrom } from "../../../src/sales/schedule";
import { formatDate } from "../../../src/time";
import { dateIn } from "../../../src/time/checked";
import { instant } from "../../helpers";
import { charged, looseOrder, orderOf, partsOn, termsOf } from "./sketch";

const on = (days: string[]) => partsOn(20_100, 3759, days).schedule as Due[];
const daysOf = (schedule: readonly Due[]) => schedule.map(({ due }) => due);

test("a school's terms never give less time than a transfer takes, and try no card", () => {
  expect(termsByTransfer({ retry: [1, 3, 7], grace: 3, endAfter: 10 })).toEqual({
    retry: [],
    grace: 14,
    endAfter: 30,
  });
  expect(termsByTransfer({ retry: [], grace: 40, endAfter: null })).toEqual({
    retry: [],
    grace: 40,
    endAfter: null,
  });
  // It ends later than it is shut, whatever a school says.
  expect(termsByTransfer({ retry: [], grace: 60, endAfter: 20 })).toMatchObject({ endAfter: 61 });
});

test.each([
  // The last day of a month stays the last day, as in a plan's series.
  ["P1M", "2027-01-31", ["2027-01-31", "2027-02-28", "2027-03-31"]],
  ["P2W", "2027-03-20", ["2027-03-20", "2027-04-03", "2027-04-17"]],
])(
  "the parts follow from the day by which the first is paid: every %s from %s",
  (every, day, found) => {
    const parts = on(["2027-01-06", "2027-02-06", "2027-03-06"]);
    const moved = scheduleFrom(parts, every, dateIn(day));
    expect(daysOf(moved)).toEqual(found);
    expect(moved.map(({ amount, tax }) => [amount, tax])).toEqual(
      parts.map(({ amount, tax }) => [amount, tax]),
    );
  },
);

test.each([
  ["in time", "2027-03-19", ["2027-03-20", "2027-04-20", "2027-05-20"]],
  ["on its day", "2027-03-20", ["2027-03-20", "2027-04-20", "2027-05-20"]],
  ["late, with the second ahead", "2027-04-19", ["2027-04-19", "2027-04-20", "2027-05-20"]],
  ["on the day of the second", "2027-04-20", ["2027-04-20", "2027-05-21", "2027-06-20"]],
])("the first one paid %s", (_, day, found) => {
  const parts = on(["2027-03-20", "2027-04-20", "2027-05-20"]);
  expect(daysOf(firstPaidOn(parts, dateIn(day)))).toEqual(found);
});

test("nothing is moved where there is nothing", () => {
  expect(firstPaidOn([], dateIn("2027-03-20"))).toEqual([]);
  expect(daysOf(firstPaidOn(on(["2027-03-20"]), dateIn("2027-05-01")))).toEqual(["2027-05-01"]);
  expect(daysOf(scheduleFrom(on(["2027-03-20"]), null, dateIn("2027-05-01")))).toEqual([
    formatDate(dateIn("2027-05-01")),
  ]);
});

const order = (events: object[] = []) =>
  looseOrder({
    kind: "installments",
    boughtAt: "2027-03-06T11:00:00Z",
    quote: partsOn(20_100, 3759, ["2027-03-20", "2027-04-20", "2027-05-20"]),
    terms: termsByTransfer(termsOf()),
    events,
  });
const FIRST = charged("2027-03-18T10:00:00Z", "ch1", 1, 6700);
const asks = (events: object[], at: string) => {
  const read = orderOf(order(events));
  return partsToAsk(read, orderAt(read, instant(at)));
};

test("each part that is not paid is asked for and reminded of, at the hour of charging on the school's clock", () => {
  // 6 April and 21 April are after the clocks went forward in Lisbon (on 28 March).
  expect(asks([FIRST], "2027-03-18T10:00:00Z")).toEqual([
    {
      part: 2,
      due: "2027-04-20",
      amount: 6700,
      tell: [
        { kind: "asked", at: "2027-04-06T05:00:00Z" },
        { kind: "reminded", at: "2027-04-21T05:00:00Z" },
      ],
    },
    {
      part: 3,
      due: "2027-05-20",
      amount: 6700,
      tell: [
        { kind: "asked", at: "2027-05-06T05:00:00Z" },
        { kind: "reminded", at: "2027-05-21T05:00:00Z" },
      ],
    },
  ]);
});

test("before the first is paid none is asked for; what has come before its day is asked for no more", () => {
  expect(asks([], "2027-03-18T10:00:00Z")).toEqual([]);
  const second = charged("2027-04-02T10:00:00Z", "ch2", 2, 6700);
  expect(asks([FIRST, second], "2027-04-03T00:00:00Z").map(({ part }) => part)).toEqual([3]);
});

test("a first part that came late asks for the second at once, not in the past", () => {
  const late = charged("2027-04-10T09:00:00Z", "ch1", 1, 6700);
  expect(asks([late], "2027-04-10T09:00:00Z")[0]?.tell[0]).toEqual({
    kind: "asked",
    at: "2027-04-10T09:00:00Z",
  });
});

test("what stays unpaid is shut after a fortnight, ends after thirty days, and is asked for no more", () => {
  const read = orderOf(order([FIRST]));
  const at = orderAt(read, instant("2027-04-25T00:00:00Z"));
  expect(at.state).toBe("running");
  // The starts of 20 April + 15 and + 31 days in Lisbon's summer.
  expect(at.next).toMatchObject({ suspends: "2027-05-04T23:00:00Z", ends: "2027-05-20T23:00:00Z" });
  expect(orderAt(read, instant("2027-05-05T00:00:00Z")).state).toBe("suspended");
  expect(asks([FIRST], "2027-05-21T00:00:00Z")).toEqual([]);
});

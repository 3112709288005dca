/**
 * What usually fails (common practice: the share, by amount, of what fell due within a year). The days by which a part
 * counts are ours.
 */
import { IncomeBook } from "../../../src/sales/orders";
import { usuallyComes } from "../../../src/sales/usual";
import { instant } from "../../helpers";
import { charged, failed, looseOrder, orderOf, partsOn, subscription } from "./sketch";

const SIX = ["2027-03-15", "2027-04-15", "2027-05-15", "2027-06-15", "2027-07-15", "2027-08-15"];
const kind = "installments";
const paid = (part: number, at: string) => charged(`${at}T12:00:00Z`, `c${part}`, part, 2000);

function usual(orders: object[], at: string) {
  const book = new IncomeBook(instant(at), 0, 0, {
    timeZone: "UTC",
    series: { invoice: "", creditNote: "" },
  });
  for (const order of orders) book.add(orderOf(order as Record<string, unknown>));
  return book.usual;
}
const inSix = (events: object[]) => looseOrder({ kind, quote: partsOn(12_000, 0, SIX), events });

test("of six parts, paid but for the third: those of a month ago and earlier count, but for the first", () => {
  const events = [
    paid(1, "2027-03-15"),
    paid(2, "2027-04-15"),
    failed("2027-05-15T05:00:00Z", "f1", 3),
  ];
  expect(usual([inSix(events)], "2027-05-20T12:00:00Z")).toEqual({ due: 2000, unpaid: 0 });
  expect(usual([inSix(events)], "2027-06-14T12:00:00Z")).toEqual({ due: 4000, unpaid: 2000 });
  // Paid after all it has not failed.
  const mended = [...events, paid(3, "2027-06-01")];
  expect(usual([inSix(mended)], "2027-06-14T12:00:00Z")).toEqual({ due: 4000, unpaid: 0 });
});

test("an order that ended unpaid has failed in what was to come; one that was given back is asked for nothing", () => {
  const events = [paid(1, "2027-03-15"), failed("2027-04-15T05:00:00Z", "f1", 2)];
  expect(usual([inSix(events)], "2027-10-01T12:00:00Z")).toEqual({ due: 10_000, unpaid: 10_000 });
  const back = {
    type: "refunded",
    at: "2027-03-20T09:00:00Z",
    refund: "r",
    amount: 2000,
    off: 10_000,
  };
  expect(usual([inSix([paid(1, "2027-03-15"), back])], "2027-10-01T12:00:00Z")).toEqual({
    due: 0,
    unpaid: 0,
  });
});

test("what is older than a year and a month counts no more; a subscription's periods count as parts do; what is paid once never", () => {
  const late = [paid(1, "2027-03-15"), failed("2027-04-15T05:00:00Z", "f1", 2)];
  expect(usual([inSix(late)], "2028-05-15T12:00:00Z")).toEqual({ due: 8000, unpaid: 8000 });
  const months = subscription(
    {
      events: [
        charged("2027-03-15T11:00:01Z", "a", 1, 3000),
        charged("2027-04-15T05:00:00Z", "b", 2, 3000),
      ],
    },
    { tax: 0 },
  );
  expect(usual([months], "2027-05-16T12:00:00Z")).toEqual({ due: 3000, unpaid: 0 });
  const once = looseOrder({ events: [charged("2027-03-15T11:00:01Z", "a", 1, 12_000)] });
  expect(usual([once], "2027-10-01T12:00:00Z")).toEqual({ due: 0, unpaid: 0 });
});

test("what comes is what is due, less what usually fails; as much where nothing is known", () => {
  expect(usuallyComes(10_000, { due: 0, unpaid: 0 })).toBe(10_000);
  expect(usuallyComes(10_000, { due: 3000, unpaid: 0 })).toBe(10_000);
  expect(usuallyComes(10_001, { due: 3000, unpaid: 1000 })).toBe(6667);
  expect(usuallyComes(10_000, { due: 3000, unpaid: 3000 })).toBe(0);
});

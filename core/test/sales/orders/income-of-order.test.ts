/**
 * What one order brings, kept by month: added up it is what the book of income has of the same orders, in whatever months,
 * and it holds until the instant that it names.
 */
import fc from "fast-check";
import {
  IncomeBook,
  incomeOfOrder,
  type OrderIncome,
  parseMonth,
  usualDays,
  writeMonth,
} from "../../../src/sales/orders";
import { type Instant, localDateAt, zoneOf } from "../../../src/time";
import { instant } from "../../helpers";
import { lives, RUNS, when } from "./generated";
import { charged, courseOf, looseOrder, orderOf, partsOn, subscription } from "./sketch";

const month = (text: string) => parseMonth(text) ?? 0;
const FAR = month("2029-12");
const DAY = 86_400_000;

/** The figures of some months, from what is kept: sums of differences. */
function figures(kept: OrderIncome, from: number, to: number) {
  const sum = (of: readonly number[], through: number) =>
    of.slice(0, Math.max(0, through - kept.first + 1)).reduce((all, one) => all + one, 0);
  const one = (of: readonly number[], at: number) => of[at - kept.first] ?? 0;
  const rows = kept.rows.map(({ course, cohort, received, due, earned }) => ({
    course,
    cohort,
    months: Array.from({ length: to - from + 1 }, (_, i) => ({
      month: writeMonth(from + i),
      received: one(received, from + i),
      due: one(due, from + i),
      earned: one(earned, from + i),
      deferred: sum(received, from + i) - sum(earned, from + i),
    })),
  }));
  const tax = Array.from({ length: to - from + 1 }, (_, i) => [
    one(kept.tax, from + i),
    one(kept.dueTax, from + i),
  ]);
  return { rows, tax };
}

function fromBook(order: ReturnType<typeof orderOf>, now: Instant, from: number, to: number) {
  const book = new IncomeBook(now, from, to, {
    timeZone: "UTC",
    series: { invoice: "", creditNote: "" },
  });
  book.add(order);
  const { rows, months } = book.close();
  return {
    figures: {
      rows: rows.map(({ course, cohort, months }) => ({ course, cohort, months })),
      tax: months.map(({ tax, dueTax }) => [tax, dueTax]),
    },
    usual: book.usual,
  };
}

function usualOn(kept: OrderIncome, now: Instant) {
  const { from, through } = usualDays(localDateAt(zoneOf("Europe/Lisbon"), now));
  const counting = kept.usual.filter(({ day }) => day >= from && day <= through);
  return {
    due: counting.reduce((all, { due }) => all + due, 0),
    unpaid: counting.reduce((all, { unpaid }) => all + unpaid, 0),
  };
}

test("kept months of a generated life are what the book says, in any months, until they say they do not hold", () => {
  let later = 0;
  fc.assert(
    fc.property(
      lives,
      when,
      fc.integer({ min: -3, max: 20 }),
      fc.integer({ min: 0, max: 15 }),
      fc.integer({ min: 0, max: 60 }),
      (loose, text, offset, length, days) => {
        const now = instant(text);
        const order = orderOf(loose);
        const kept = incomeOfOrder(order, now, FAR);
        const from = month("2027-03") + offset;
        // As far as it holds, which is past the last of its events' instants only where nothing comes by itself.
        const at = Math.min(now + days * DAY, (kept.next ?? Number.POSITIVE_INFINITY) - 1);
        if (at > now) later += 1;
        for (const then of [now, at as Instant]) {
          const book = fromBook(order, then, from, from + length);
          expect(figures(kept, from, from + length)).toEqual(book.figures);
          expect(usualOn(kept, then)).toEqual(book.usual);
        }
      },
    ),
    RUNS,
  );
  expect(later).toBeGreaterThan(RUNS.numRuns / 2);
});

test("at the instant it names it may be another: an unpaid part ends the order, a period begins", () => {
  const parts = looseOrder({
    kind: "installments",
    quote: partsOn(12_000, 0, ["2027-03-15", "2027-04-15"]),
    events: [charged("2027-03-15T11:00:05Z", "a", 1, 6000)],
  });
  // Four days after 15 April (grace 3) access is shut; 31 days after it the order is over (orders.md, terms).
  const on = (loose: object, at: string) =>
    incomeOfOrder(orderOf(loose as Record<string, unknown>), instant(at), FAR);
  expect(on(parts, "2027-04-01T00:00:00Z").next).toBe(instant("2027-04-18T23:00:00Z"));
  expect(on(parts, "2027-04-20T00:00:00Z").next).toBe(instant("2027-05-15T23:00:00Z"));
  const over = on(parts, "2027-05-16T00:00:00Z");
  expect(over.next).toBeNull();
  expect(over.rows[0]?.due).toEqual([]);
  const running = on(
    subscription({ events: [charged("2027-03-15T11:00:05Z", "a", 1, 3000)] }),
    "2027-03-16T00:00:00Z",
  );
  expect(running.next).toBe(instant("2027-04-14T23:00:00Z"));
});

test("it says whether something lies beyond the last month: access that lasts longer, parts to come, periods without end", () => {
  const bought = [charged("2027-03-15T11:00:05Z", "a", 1, 12_000)];
  const now = instant("2027-03-20T00:00:00Z");
  const goesOn = (loose: object, last: string) =>
    incomeOfOrder(orderOf(loose as Record<string, unknown>), now, month(last)).goesOn;
  // Access through 12 June.
  expect(goesOn(looseOrder({ events: bought }), "2027-05")).toBe(true);
  expect(goesOn(looseOrder({ events: bought }), "2027-06")).toBe(false);
  const late = { kind: "installments", quote: partsOn(12_000, 0, ["2027-03-15", "2027-07-15"]) };
  expect(goesOn(looseOrder(late), "2027-06")).toBe(true);
  expect(goesOn(looseOrder(late), "2027-07")).toBe(false);
  expect(goesOn(subscription(), "2029-12")).toBe(true);
  const stopped = { type: "cancelled", at: "2027-03-16T00:00:00Z", when: "now" };
  expect(goesOn(subscription({ events: [stopped] }), "2027-06")).toBe(false);
});

test("an end moved on a day that has not come in the order's own clock holds from that day on", () => {
  // A course in Auckland, where 2 May begins half a day before it does in Lisbon.
  const access = {
    from: "2027-03-15",
    through: "2027-06-12",
    moved: [{ on: "2027-05-02", through: "2027-08-12" }],
  };
  const order = orderOf(
    looseOrder({
      courses: [courseOf("c1", 9900, { access })],
      events: [charged("2027-03-15T11:00:05Z", "a", 1, 12_000)],
    }),
  );
  const now = instant("2027-05-01T15:00:00Z");
  const before = incomeOfOrder(order, now, FAR);
  expect(before.next).toBe(instant("2027-05-01T23:00:00Z"));
  expect(before.rows[0]?.earned).toHaveLength(4);
  const after = incomeOfOrder(order, before.next as Instant, FAR);
  expect(after.next).toBeNull();
  expect(after.rows[0]?.earned).toHaveLength(6);
});

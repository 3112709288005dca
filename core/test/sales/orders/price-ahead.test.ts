/** An announced price: from which payment on it holds, and that the change it brings is due at that very one. */
import fc from "fast-check";
import { orderAt, priceAhead } from "../../../src/sales/orders";
import { formatInstant, type Instant, parseDate } from "../../../src/time";
import { instant } from "../../helpers";
import { charged, orderOf, subscription } from "./sketch";

const NEW = { every: "P1M", amount: 3600, tax: 673, reduced: null };
const FIRST = charged("2027-01-31T10:00:01Z", "a", 1, 3000);
const paid = (...more: object[]) =>
  subscription(
    { boughtAt: "2027-01-31T10:00:00Z", events: [FIRST, ...more] },
    { first: "2027-01-31" },
  );
function ahead(loose: object, at: string, from: string) {
  const day = parseDate(from);
  if (!day.ok) throw new Error(from);
  return priceAhead(orderOf(loose as never), instant(at), day.value);
}

test.each([
  // By hand: due on 31 January, 28 February, 31 March, 30 April.
  ["2027-02-28", { due: "2027-02-28", isNext: true, before: 1 }],
  ["2027-03-01", { due: "2027-03-31", isNext: false, before: 2 }],
  ["2027-03-31", { due: "2027-03-31", isNext: false, before: 2 }],
  ["2027-04-01", { due: "2027-04-30", isNext: false, before: 3 }],
])("from %s", (from, value) => {
  expect(ahead(paid(), "2027-02-05T10:00:00Z", from)).toEqual({ ok: true, value });
});

test.each([
  ["open-part", paid(), "2027-03-01T10:00:00Z"],
  [
    "ended",
    paid({ type: "cancelled", at: "2027-02-05T10:00:00Z", when: "now" }),
    "2027-02-06T10:00:00Z",
  ],
  [
    "cancelled",
    paid({ type: "cancelled", at: "2027-02-05T10:00:00Z", when: "period-end" }),
    "2027-02-06T10:00:00Z",
  ],
])("%s: nothing comes to hold", (reason, loose, at) => {
  expect(ahead(loose, at, "2027-05-01")).toEqual({ ok: false, reason });
});

test("put on record when it is the next, every payment from its day on is at the new price, and none before", () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 400 }), (days) => {
      const start = instant("2027-02-01T12:00:00Z");
      const from = formatInstant((start + days * 86_400_000) as Instant).slice(0, 10);
      const events: object[] = [];
      let now = "2027-01-31T18:00:00Z";
      let taken = false;
      // A year and a half, payment by payment.
      for (let i = 0; i < 17; i++) {
        const found = ahead(paid(...events), now, from);
        if (!taken && found.ok && found.value.isNext) {
          events.push({ type: "option-changed", at: now, when: "period-end", to: NEW });
          taken = true;
        }
        const { parts } = orderAt(orderOf(paid(...events) as never), instant(now));
        const next = parts.find(({ state }) => state === "ahead");
        if (!next) throw new Error("Nothing is to come");
        expect([next.due, next.amount]).toEqual([next.due, next.due >= from ? 3600 : 3000]);
        events.push(charged(`${next.due}T06:00:00Z`, `c${i}`, next.part, next.amount));
        now = `${next.due}T18:00:00Z`;
      }
      expect(taken).toBe(true);
    }),
    { numRuns: 25 },
  );
});

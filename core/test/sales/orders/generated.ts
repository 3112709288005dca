/** Lives of orders as a generator makes them: events doubled, late, out of place; in parts and in periods. */
import fc from "fast-check";
import { orderAt } from "../../../src/sales/orders";
import { formatInstant, type Instant } from "../../../src/time";
import { instant } from "../../helpers";
import { courseOf, looseOrder, orderOf, partsOn, subscription, termsOf } from "./sketch";

export type Loose = Record<string, unknown>;
const START = instant("2027-03-15T11:00:00Z");
const HOUR = 3_600_000;
export const when = fc
  .integer({ min: 0, max: 24 * 200 })
  .map((h) => formatInstant((START + h * HOUR) as Instant));
const charge = fc.integer({ min: 1, max: 12 }).map((n) => `ch${n}`);
const number = fc.integer({ min: 1, max: 7 });
const sums = fc.constantFrom(4000, 4001, 3000, 27_968, 100, 0);

const common = [
  ...Array.from({ length: 6 }, () =>
    fc.record({ type: fc.constant("charged"), at: when, charge, part: number, amount: sums }),
  ),
  fc.record({ type: fc.constant("failed"), at: when, charge, part: number }),
  fc.record({ type: fc.constant("card-replaced"), at: when }),
  fc.record({ type: fc.constant("disputed"), at: when, charge }),
  fc.record({ type: fc.constantFrom("dispute-won", "dispute-lost"), at: when, charge }),
  fc.record({ type: fc.constant("refunded"), at: when, charge, refund: charge }),
];
const refund = fc.integer({ min: 1, max: 9 }).map((n) => `r${n}`);
const amount = fc.integer({ min: 1, max: 9000 });
const ofParts = [
  ...common,
  fc.record({
    type: fc.constant("refunded"),
    at: when,
    refund,
    amount,
    off: fc.constantFrom(0, 700),
  }),
  fc.record({
    type: fc.constant("refunded"),
    at: when,
    refund,
    amount: fc.constantFrom(0, 50),
    course: fc.constantFrom("c1", "c2"),
    access: fc.constant("ends"),
  }),
];
const ofPeriods = [
  ...common,
  fc.record({ type: fc.constant("refunded"), at: when, refund, amount }),
  fc.record({ type: fc.constant("cancelled"), at: when, when: fc.constant("period-end") }),
  ...Array.from({ length: 3 }, () =>
    fc.record({ type: fc.constant("cancel-taken-back"), at: when }),
  ),
  ...Array.from({ length: 5 }, () =>
    fc.record({
      type: fc.constant("option-changed"),
      at: when,
      when: fc.constantFrom("now", "period-end"),
      to: fc.constantFrom(
        { every: "P1Y", amount: 30_000, tax: 5610 },
        { every: "P1W", amount: 100, tax: 7 },
        { every: "P1M", amount: 3000, tax: 0, reduced: { periods: 1, amount: 0, tax: 0 } },
      ),
      charge,
      amount: sums,
    }),
  ),
];
const rare = fc.record({ type: fc.constant("cancelled"), at: when, when: fc.constant("now") });
const events = (kinds: fc.Arbitrary<Loose>[]) =>
  fc
    .tuple(
      fc.array(fc.oneof(...kinds), { minLength: 4, maxLength: 25, size: "max" }),
      fc.array(rare as fc.Arbitrary<Loose>, { maxLength: 1 }),
    )
    .map(([many, few]) => [...many, ...few]);
const terms = fc.constantFrom(
  termsOf(),
  termsOf({ endAfter: null, grace: 0 }),
  termsOf({ retry: [] }),
);

const inParts = fc.tuple(events(ofParts as fc.Arbitrary<Loose>[]), terms).map(([events, terms]) =>
  looseOrder({
    kind: "installments",
    courses: [courseOf("c1", 9900), courseOf("c2", 4000)],
    quote: partsOn(12_002, 2244, ["2027-03-15", "2027-04-30", "2027-05-31"]),
    events,
    terms,
  }),
);
const inPeriods = fc
  .tuple(events(ofPeriods as fc.Arbitrary<Loose>[]), terms)
  .map(([events, terms]) =>
    subscription(
      {
        events,
        terms,
        courses: [courseOf("c1", 1, { access: { from: "2027-03-15", through: null } })],
      },
      {
        first: "2027-03-15",
        reduced: { periods: 1, amount: 4000, tax: 61 },
        amount: 4001,
        tax: 900,
      },
    ),
  );
/**
 * Most of the charges are of what is asked for, or no life would get far: the amount of the first part that is open,
 * and of a change at once what it asks, worked out here from what is told about the period.
 */
function sensible(loose: Loose): Loose {
  const events = [...(loose.events as Loose[])].sort((a, b) =>
    String(a.at) < String(b.at) ? -1 : 1,
  );
  events.forEach((event, i) => {
    if (i % 4 === 3) return;
    const at = instant(event.at as string);
    const now = orderAt(orderOf({ ...loose, events: events.slice(0, i) }), at);
    const open = now.parts.find(({ state }) => ["due", "failed", "overdue"].includes(state));
    if (event.type === "charged" && open)
      events[i] = { ...event, charge: `right${i}`, part: open.part, amount: open.amount };
    const paid = now.parts.findLast(({ charge }) => charge !== null)?.charge;
    if (event.type === "disputed" && paid) events[i] = { ...event, charge: paid };
    const disputed = events.slice(0, i).findLast(({ type }) => type === "disputed");
    if (String(event.type).startsWith("dispute-") && disputed)
      events[i] = { ...event, charge: disputed.charge };
    if (event.type === "option-changed" && event.when === "now" && !open && !now.endedAt) {
      if (now.state === "ending") return;
      const begun = now.parts.filter(({ state }) => state !== "ahead");
      const [period, next] = [begun.at(-1), now.parts.at(-1)];
      if (!period || !next || begun.length !== 1) return;
      const days = (a: string, b: string) => (Date.parse(b) - Date.parse(a)) / 86_400_000;
      const today = new Intl.DateTimeFormat("en-CA", { timeZone: "Europe/Lisbon" }).format(at);
      const worth = period.amount - period.refunded;
      const to = event.to as { amount: number; reduced?: { amount: number } };
      const credit = Math.round((worth * days(today, next.due)) / days(period.due, next.due));
      const asks = (to.reduced?.amount ?? to.amount) - credit;
      events[i] = { ...event, charge: `change${i}`, amount: Math.max(0, asks) };
    }
  });
  return { ...loose, events };
}

export const lives = fc.oneof(inParts, inPeriods).map(sensible);

export const RUNS = { numRuns: 60, seed: 27 };

/** Generated lives of orders: thousands of events doubled, late, out of place; what must hold whatever happens. */
import fc from "fast-check";
import { orderAt, type RefundPolicy, refundAt } from "../../../src/sales/orders";
import { formatInstant, type Instant } from "../../../src/time";
import { instant } from "../../helpers";
import { courseOf, income, looseOrder, orderOf, partsOn, subscription, termsOf } from "./sketch";

type Loose = Record<string, unknown>;
const START = instant("2027-03-15T11:00:00Z");
const HOUR = 3_600_000;
const when = fc
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

const lives = fc.oneof(inParts, inPeriods).map(sensible);

test("the lives are worth looking at: every kind of event counts in many of them", () => {
  const counted = new Map<string, number>();
  for (const loose of fc.sample(lives, { numRuns: 300, seed: 27 })) {
    const order = orderOf(loose);
    const { ignored, endedBy, enrollment } = orderAt(order, instant("2028-03-01T00:00:00Z"));
    const out = new Set(ignored.map(({ event }) => event));
    const seen = [
      ...order.events
        .filter((_, i) => !out.has(i))
        .map((one) => ("when" in one ? `${one.type} ${one.when}` : one.type)),
      ...enrollment.events.map(({ type }) => type),
      `by ${endedBy}`,
    ];
    for (const kind of new Set(seen)) counted.set(kind, (counted.get(kind) ?? 0) + 1);
  }
  const rare = [...counted].filter(([, times]) => times < 2);
  expect(rare).toEqual([]);
  expect([...counted.keys()]).toEqual(
    expect.arrayContaining([
      "option-changed now",
      "option-changed period-end",
      "cancel-taken-back",
      "dispute-won",
      "dispute-lost",
      "part-paid",
      "suspended",
      "unsuspended",
      "by unpaid",
      "by cancelled",
      "by refunded",
      "by disputed",
    ]),
  );
});

const RUNS = { numRuns: 60, seed: 27 };

test("what was told once is never told otherwise later", () => {
  fc.assert(
    fc.property(lives, when, when, (loose, a, b) => {
      const order = orderOf(loose);
      const [early, late] = [instant(a), instant(b)].sort((x, y) => x - y) as [Instant, Instant];
      const before = orderAt(order, early);
      const after = orderAt(order, late);
      // What falls on the very instant can still be joined by what stands before it there.
      const past = (at: typeof before) =>
        at.enrollment.events.filter((event) => instant(event.at) < early);
      expect(past(after)).toEqual(past(before));
      expect(after.ignored).toEqual(expect.arrayContaining(before.ignored));
      if (before.endedAt !== null) expect(after.endedAt).toBe(before.endedAt);
      expect(after.paid).toBeGreaterThanOrEqual(before.paid);
      expect(after.refunded).toBeGreaterThanOrEqual(before.refunded);
    }),
    RUNS,
  );
});

test("every charge is counted once: for a part, or to be given back", () => {
  fc.assert(
    fc.property(lives, (loose) => {
      const order = orderOf(loose);
      const found = orderAt(order, instant("2028-03-01T00:00:00Z"));
      const used = [
        ...found.parts.flatMap(({ charge }) => (charge === null ? [] : [charge])),
        ...found.excess.map(({ charge }) => charge),
      ];
      expect(new Set(used).size).toBe(used.length);
      const told = new Set(
        order.events.flatMap((one) => ("charge" in one && one.charge !== null ? [one.charge] : [])),
      );
      expect(used.every((charge) => told.has(charge))).toBe(true);
      for (const part of found.parts) {
        expect(part.amount).toBeGreaterThanOrEqual(0);
        expect(part.tax).toBeGreaterThanOrEqual(0);
        expect(part.refunded).toBeLessThanOrEqual(part.amount);
      }
      expect(found.parts.reduce((all, part) => all + part.refunded, 0)).toBe(found.refunded);
      expect(found.endedAt !== null).toBe(found.courses.length === 0);
    }),
    RUNS,
  );
});

test("access is suspended exactly while a part is past its grace, or a dispute runs", () => {
  fc.assert(
    fc.property(lives, when, (loose, text) => {
      const order = orderOf(loose);
      const found = orderAt(order, instant(text));
      if (found.endedAt !== null) return;
      const today = new Intl.DateTimeFormat("en-CA", { timeZone: "Europe/Lisbon" }).format(
        instant(text),
      );
      const wasDisputed = order.events.some(({ type, at }) => type === "disputed" && at <= text);
      if (wasDisputed) return;
      const isLate = found.parts.some(({ state, due }) => {
        const days = (Date.parse(today) - Date.parse(due)) / 86_400_000;
        return ["due", "failed", "overdue"].includes(state) && days > order.terms.grace;
      });
      const last = found.enrollment.events.findLast(({ type }) => type.endsWith("suspended"));
      expect(last?.type === "suspended").toBe(isLate);
      expect(found.state === "suspended").toBe(isLate);
    }),
    RUNS,
  );
});

test("what is said to come, comes then and not before, if nothing more happens", () => {
  fc.assert(
    fc.property(lives, when, (loose, text) => {
      const at = instant(text);
      // Nothing more happens.
      const events = (loose.events as Loose[]).filter((event) => String(event.at) <= text);
      const order = orderOf({ ...loose, events });
      const found = orderAt(order, at);
      const { suspends, ends } = found.next;
      const just = (one: string) => orderAt(order, (instant(one) - 1) as Instant);
      if (suspends !== null) {
        expect(just(suspends).state).not.toBe("suspended");
        expect(orderAt(order, instant(suspends)).enrollment.events.at(-1)).toMatchObject({
          type: "suspended",
          at: suspends,
        });
      }
      if (ends !== null) {
        expect(just(ends).endedAt).toBeNull();
        expect(orderAt(order, instant(ends)).endedAt).toBe(ends);
      }
      if (found.endedAt === null && ends === null && found.state !== "disputed")
        expect(orderAt(order, instant("2030-01-01T00:00:00Z")).endedAt).toBeNull();
      // Access that is told to last so long is not suspended before.
      const { paidThrough, grace } = found.enrollment;
      if (paidThrough !== null && suspends !== null && found.state !== "suspended") {
        const last =
          Math.round((instant(suspends) - Date.parse(`${paidThrough}T00:00:00Z`)) / 86_400_000) - 1;
        expect(grace).toBeLessThanOrEqual(last);
      }
    }),
    RUNS,
  );
});

test("books: received less earned is deferred, to the cent, and nothing is left when all is over", () => {
  fc.assert(
    fc.property(lives, (loose) => {
      const order = orderOf(loose);
      const at = "2028-05-31T23:00:00Z";
      const book = income([loose], { at, from: "2027-03", to: "2028-06" });
      const sum = (of: "received" | "earned" | "tax") =>
        book.months.reduce((all, month) => all + month[of], 0);
      const state = orderAt(order, instant(at));
      expect(sum("received") + sum("tax")).toBe(state.paid - state.refunded);
      let deferred = 0;
      for (const month of book.months) {
        deferred += month.received - month.earned;
        expect(month.deferred).toBe(deferred);
      }
      const drawn = book.documents.reduce(
        (all, { kind, amount }) => all + (kind === "invoice" ? amount : -amount),
        0,
      );
      expect(drawn).toBe(state.paid - state.refunded);
      if (state.endedAt !== null) expect(deferred).toBe(0);
      // What a month was is not changed by what came after it.
      const middle = income([loose], {
        at: "2027-06-30T22:59:59.999Z",
        from: "2027-03",
        to: "2027-06",
      });
      const figures = (of: typeof book) =>
        of.months
          .slice(0, 4)
          .map(({ received, earned, deferred, tax }) => [received, earned, deferred, tax]);
      expect(figures(middle)).toEqual(figures(book));
    }),
    RUNS,
  );
});

test("a refund looked at is what its event then does", () => {
  const policies = fc.constantFrom<RefundPolicy>("terms", "full", "unused", "withdrawal");
  const about = fc.constantFrom<{ course?: string }>({}, {}, { course: "c1" }, { course: "c2" });
  fc.assert(
    fc.property(lives, when, policies, about, (loose, text, policy, scope) => {
      const order = orderOf(loose);
      const at = instant(text);
      const looked = refundAt(order, { at, policy, ...scope });
      if (!looked.ok) return;
      const { amount, off, access, relief, partsAfter, payments, tax } = looked.value;
      expect(amount + off).toBe(relief);
      expect(payments.reduce((all, one) => all + one.amount, 0)).toBe(amount);
      expect(payments.reduce((all, one) => all + one.tax, 0)).toBe(tax);
      if (amount === 0 && off === 0 && access === "stays") return;
      const event = {
        type: "refunded",
        at: text,
        refund: "looked-at",
        amount,
        off,
        course: scope.course ?? null,
        access,
      };
      const before = orderAt(order, at);
      const after = orderAt(
        orderOf({ ...loose, events: [...(loose.events as Loose[]), event] }),
        at,
      );
      expect(after.ignored.some(({ event }) => event === order.events.length)).toBe(false);
      expect(after.refunded).toBe(before.refunded + amount);
      if (order.kind !== "subscription")
        expect(
          after.parts
            .filter(({ state }) => ["due", "failed", "overdue", "ahead"].includes(state))
            .map(({ part, amount, tax }) => ({ part, amount, tax })),
        ).toEqual(partsAfter);
    }),
    RUNS,
  );
});

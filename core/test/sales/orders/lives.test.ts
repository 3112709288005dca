/** Generated lives of orders: thousands of events doubled, late, out of place; what must hold whatever happens. */
import fc from "fast-check";
import { orderAt, type RefundPolicy, refundAt } from "../../../src/sales/orders";
import type { Instant } from "../../../src/time";
import { instant } from "../../helpers";
import { type Loose, lives, RUNS, when } from "./generated";
import { income, orderOf } from "./sketch";

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

/** Subscriptions: the worked examples of orders.md, changes, trials, cancelling. */
import { at, charged, subscription } from "./sketch";

describe("subscriptions, by the worked examples", () => {
  test("3: monthly from 31 January, two paid, cancelled on 15 March", () => {
    const given = subscription(
      {
        boughtAt: "2027-01-31T10:00:00Z",
        events: [
          charged("2027-01-31T10:00:01Z", "a", 1, 3000),
          charged("2027-02-28T06:00:01Z", "b", 2, 3000),
          { type: "cancelled", at: "2027-03-15T10:00:00Z", when: "period-end" },
        ],
      },
      { first: "2027-01-31" },
    );
    expect(at(given, "2027-03-15T10:00:00Z")).toMatchObject({
      state: "ending",
      next: { charge: null, suspends: null, ends: "2027-03-30T23:00:00Z" },
      enrollment: { paidThrough: "2027-03-30", grace: 0 },
    });
    const ended = at(given, "2027-03-30T23:00:00Z");
    expect(ended).toMatchObject({ state: "ended", endedBy: "cancelled" });
    expect(ended.parts.map(({ due }) => due)).toEqual(["2027-01-31", "2027-02-28"]);
    expect(ended.enrollment.events.map(({ type }) => type)).toEqual(["part-paid"]);
  });
  test("4: changed at once, with what is unused counted in", () => {
    const given = subscription(
      {
        boughtAt: "2027-03-01T10:00:00Z",
        events: [
          charged("2027-03-01T10:00:01Z", "a", 1, 3000),
          {
            type: "option-changed",
            at: "2027-03-11T10:00:00Z",
            when: "now",
            to: { every: "P1Y", amount: 30_000, tax: 5610 },
            charge: "b",
            amount: 27_968,
          },
        ],
      },
      { first: "2027-03-01" },
    );
    const found = at(given, "2027-03-12T00:00:00Z");
    expect(found.enrollment).toMatchObject({ paidThrough: "2028-03-10", grace: 4 });
    expect(found.parts[1]).toMatchObject({ due: "2027-03-11", amount: 27_968, tax: 5230 });
    expect(found.parts[2]).toMatchObject({ due: "2028-03-11", amount: 30_000, state: "ahead" });
  });
  test("a change that is not paid for exactly does not count, and what was charged is excess", () => {
    const change = (over: object) => ({
      type: "option-changed",
      at: "2027-03-20T10:00:00Z",
      when: "now",
      to: { every: "P1Y", amount: 30_000, tax: 5610 },
      ...over,
    });
    const paid = charged("2027-03-15T11:00:01Z", "a", 1, 3000);
    const given = (over: object) => subscription({ events: [paid, change(over)] });
    expect(at(given({ charge: "b", amount: 5 }), "2027-03-21T00:00:00Z")).toMatchObject({
      excess: [{ charge: "b", amount: 5 }],
      ignored: [{ event: 1, reason: "not-paid" }],
    });
    // Dearer than what is new: it waits for the period's end, and nothing is asked for now.
    const cheaper = { to: { every: "P1D", amount: 10, tax: 0 }, charge: "b", amount: 10 };
    const waits = at(given(cheaper), "2027-03-21T00:00:00Z");
    expect(waits).toMatchObject({ excess: [{ charge: "b" }], ignored: [] });
    expect(waits.parts[1]).toMatchObject({ due: "2027-04-15", amount: 10 });
    const open = subscription({ events: [change({})] });
    expect(at(open, "2027-03-21T00:00:00Z").ignored).toEqual([{ event: 0, reason: "open-part" }]);
  });
  test("a trial; periods that cost nothing are paid by themselves; the first that asks is looked for", () => {
    const given = subscription(
      {},
      { first: "2027-03-20", reduced: { periods: 2, amount: 0, tax: 0 } },
    );
    expect(at(given, "2027-03-19T00:00:00Z")).toMatchObject({
      state: "trial",
      next: { charge: { at: "2027-05-20T05:00:00Z", part: 3 }, suspends: "2027-05-23T23:00:00Z" },
      enrollment: { needsPayment: false, paidThrough: "2027-03-19", grace: 4 },
    });
    const later = at(given, "2027-04-25T00:00:00Z");
    expect(later.parts.map(({ state, charge }) => [state, charge])).toEqual([
      ["paid", null],
      ["paid", null],
      ["ahead", null],
    ]);
    expect(later.enrollment).toMatchObject({
      paidAt: null,
      paidThrough: "2027-05-19",
      events: [{ type: "part-paid", at: "2027-04-19T23:00:00Z", part: 2 }],
    });
  });
  test("cancelled before it was paid ends at once; taken back in time it goes on", () => {
    const cancelled = { type: "cancelled", at: "2027-03-16T00:00:00Z", when: "period-end" };
    expect(at(subscription({ events: [cancelled] }), "2027-03-16T00:00:00Z")).toMatchObject({
      endedAt: "2027-03-16T00:00:00Z",
      enrollment: { events: [{ type: "revoked" }] },
    });
    const events = [
      charged("2027-03-15T11:00:01Z", "a", 1, 3000),
      cancelled,
      { type: "cancelled", at: "2027-03-17T00:00:00Z", when: "period-end" },
      { type: "cancel-taken-back", at: "2027-04-14T23:00:00Z" },
      { type: "cancel-taken-back", at: "2027-04-15T00:00:00Z" },
    ];
    const back = at(subscription({ events }), "2027-04-15T00:00:00Z");
    expect(back).toMatchObject({
      state: "running",
      ignored: [
        { event: 2, reason: "cancelled" },
        { event: 4, reason: "not-cancelled" },
      ],
    });
    expect(back.parts.map(({ state }) => state)).toEqual(["paid", "due", "ahead"]);
  });
});

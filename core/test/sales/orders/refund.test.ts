/** What a refund comes to: the worked examples of orders.md, rules, scope, and what is refused. */
import {
  charged,
  courseOf,
  faultsOf,
  looseOrder,
  part,
  partsOn,
  refundOf,
  subscription,
  termsOf,
} from "./sketch";

const ninety = { access: { from: "2027-03-15", through: "2027-06-12" } };

describe("by the worked examples", () => {
  test("5: 8000 back of 6700 twice, the newest first", () => {
    const given = looseOrder({
      kind: "installments",
      quote: partsOn(20_100, 3759, ["2027-03-15", "2027-04-15", "2027-05-15"]),
      events: [
        charged("2027-03-15T11:00:01Z", "ch1", 1, 6700),
        charged("2027-04-15T05:00:00Z", "ch2", 2, 6700),
      ],
    });
    expect(
      refundOf(given, "2027-04-20T00:00:00Z", { policy: "amount", amount: 8000 }),
    ).toMatchObject({
      rule: "amount",
      relief: 8000,
      off: 0,
      amount: 8000,
      tax: 1496,
      payments: [
        { charge: "ch2", part: 2, amount: 6700, tax: 1253 },
        { charge: "ch1", part: 1, amount: 1300, tax: 243 },
      ],
      partsAfter: [{ part: 3, amount: 6700, tax: 1253 }],
      access: "stays",
    });
  });
  test("7: KWD 90000 in 3, one paid, unused on day 10 of 90", () => {
    const given = looseOrder({
      currency: "KWD",
      kind: "installments",
      quote: partsOn(90_000, 0, ["2027-03-15", "2027-04-15", "2027-05-15"]),
      courses: [courseOf("c1", 1, ninety)],
      events: [charged("2027-03-15T11:00:01Z", "a", 1, 30_000)],
    });
    expect(refundOf(given, "2027-03-24T12:00:00Z", { policy: "unused" })).toMatchObject({
      relief: 80_000,
      off: 60_000,
      amount: 20_000,
      access: "ends",
      partsAfter: [],
      courses: [{ id: "c1", share: 90_000, days: 90, unused: 80, relief: 80_000 }],
    });
    expect(
      refundOf(given, "2027-03-24T12:00:00Z", { policy: "unused", access: "stays" }).partsAfter,
    ).toEqual([]);
  });
  test("8: a service, withdrawn on day 10 of 90, the 14th day being closed", () => {
    const given = looseOrder({
      supply: "service",
      consentAt: "2027-03-15T11:00:00Z",
      calendar: { weekend: [6, 7], closed: ["2027-03-29"] },
      events: [charged("2027-03-15T11:00:01Z", "a", 1, 12_000)],
    });
    expect(refundOf(given, "2027-03-24T12:00:00Z", { policy: "withdrawal" })).toMatchObject({
      rule: "unused",
      amount: 10_667,
      access: "ends",
      withdrawal: {
        lastDay: "2027-03-30",
        until: "2027-03-30T23:00:00Z",
        open: true,
        endedBy: null,
      },
    });
    expect(refundOf(given, "2027-03-30T23:00:00Z", { policy: "withdrawal" })).toMatchObject({
      rule: "none",
      amount: 0,
      access: "stays",
      withdrawal: { open: false, endedBy: "time" },
    });
  });
});

describe("the rules of the terms", () => {
  const paid = [charged("2027-03-15T11:00:01Z", "a", 1, 12_000)];
  test("the first whose conditions hold counts, and why the others do not is said", () => {
    const within = refundOf(looseOrder({ events: paid }), "2027-03-29T22:59:59Z");
    expect(within).toMatchObject({
      rule: "full",
      why: [
        { kind: "full", because: "counts" },
        { kind: "unused", because: "beaten" },
      ],
    });
    const after = refundOf(looseOrder({ events: paid }), "2027-03-29T23:00:00Z");
    expect(after).toMatchObject({ rule: "unused", why: [{ because: "days" }, {}] });
    const courses = [courseOf("c1", 1, { progress: { done: 21, of: 100 } })];
    expect(refundOf(looseOrder({ events: paid, courses }), "2027-03-16T00:00:00Z")).toMatchObject({
      rule: "unused",
      why: [{ because: "progress" }, {}],
    });
  });
  test("days that count from access: the latest first day, and always while one is not known", () => {
    const refund = [{ kind: "full", days: 5, from: "access" }];
    const given = (from: string | null) =>
      looseOrder({
        events: paid,
        terms: termsOf({ refund }),
        courses: [courseOf("c1", 1, { access: { from, through: null } })],
      });
    expect(refundOf(given("2027-03-20"), "2027-03-25T12:00:00Z").rule).toBe("full");
    expect(refundOf(given("2027-03-20"), "2027-03-26T12:00:00Z").rule).toBe("none");
    expect(refundOf(given(null), "2027-12-26T12:00:00Z").rule).toBe("full");
  });
  test("an end that was moved counts once it was; days won by pauses are no days", () => {
    const access = {
      from: "2027-03-15",
      through: "2027-06-12",
      moved: [{ on: "2027-04-01", through: "2027-07-12" }],
      paused: 30,
    };
    const given = looseOrder({ events: paid, courses: [courseOf("c1", 1, { access })] });
    const days = (when: string) => refundOf(given, when, { policy: "unused" }).courses;
    expect(days("2027-03-31T12:00:00Z")).toMatchObject([{ days: 60, unused: 60 }]);
    expect(days("2027-04-01T12:00:00Z")).toMatchObject([{ days: 90, unused: 90 }]);
    expect(days("2027-07-12T12:00:00Z")).toMatchObject([{ days: 90, unused: 0 }]);
  });
  test("after the end only the seller's own amount", () => {
    const events = [...paid, { type: "cancelled", at: "2027-03-16T00:00:00Z", when: "now" }];
    const given = looseOrder({ events });
    for (const policy of ["terms", "full", "unused", "withdrawal"] as const)
      expect(refundOf(given, "2027-03-17T00:00:00Z", { policy })).toMatchObject({
        rule: "none",
        relief: 0,
        access: "stays",
      });
    expect(refundOf(given, "2027-03-17T00:00:00Z", { policy: "amount", amount: 5 })).toMatchObject({
      amount: 5,
      courses: [{ id: "c1", share: 12_000, relief: 0 }],
    });
  });
});

describe("scope", () => {
  const courses = [courseOf("c1", 100), courseOf("c2", 200)];
  const paid = [charged("2027-03-15T11:00:01Z", "a", 1, 12_000)];
  test("one course of a bundle, and the last one", () => {
    const given = looseOrder({ courses, events: paid });
    expect(refundOf(given, "2027-03-16T00:00:00Z", { policy: "full", course: "c2" })).toMatchObject(
      { amount: 8000, courses: [{ id: "c2", share: 8000 }] },
    );
    const back = {
      type: "refunded",
      at: "2027-03-17T00:00:00Z",
      refund: "r",
      amount: 8000,
      course: "c2",
      access: "ends",
    };
    const rest = looseOrder({ courses, events: [...paid, back] });
    expect(refundOf(rest, "2027-03-18T00:00:00Z", { policy: "full" })).toMatchObject({
      amount: 4000,
      courses: [{ id: "c1" }],
    });
    expect(refundOf(rest, "2027-03-18T00:00:00Z", { course: "c2" })).toEqual({
      refused: ["course"],
    });
  });
  test("seats not given out are worth the last of an equal split", () => {
    const team = looseOrder({
      seats: 7,
      seatsGiven: 4,
      quote: { total: 100, tax: 0, schedule: [part("2027-03-15", 100, 0)] },
      events: [charged("2027-03-15T11:00:01Z", "a", 1, 100)],
    });
    // 15, 15, 14, 14, 14, 14, 14
    expect(refundOf(team, "2027-03-16T00:00:00Z", { policy: "full", seats: 3 })).toMatchObject({
      amount: 42,
      access: "stays",
    });
    expect(refundOf(team, "2027-03-16T00:00:00Z", { policy: "full", seats: 4 })).toEqual({
      refused: ["seats"],
    });
    const emptied = { ...team, seatsGiven: 0 };
    expect(refundOf(emptied, "2027-03-16T00:00:00Z", { policy: "full", seats: 7 })).toMatchObject({
      amount: 100,
      access: "ends",
    });
  });
  test.each([
    [{ course: "c1", seats: 1 }, ["seats", "course", "seats"]],
    [{ policy: "withdrawal", course: "c1" }, ["course"]],
    [{ policy: "amount", amount: 0 }, ["amount"]],
    [{ policy: "amount", amount: 12_001 }, ["amount"]],
    [{ course: "no" }, ["course"]],
    [{ seats: 1 }, ["seats"]],
  ] as const)("%j is refused", (asked, paths) => {
    const given = looseOrder({ courses, events: paid });
    const { refused } = refundOf(given, "2027-03-16T00:00:00Z", asked) as { refused: string[] };
    expect(paths).toEqual(expect.arrayContaining(refused));
    expect(refused.length).toBeGreaterThan(0);
  });
});

describe("subscriptions", () => {
  const events = [
    charged("2027-03-15T11:00:01Z", "a", 1, 3000),
    charged("2027-04-15T06:00:01Z", "b", 2, 3000),
  ];
  const given = subscription({ events });
  test("the last paid period; what is unused of all; all money by withdrawal", () => {
    const on = "2027-04-24T12:00:00Z";
    expect(refundOf(given, on, { policy: "full" })).toMatchObject({ amount: 3000, courses: [] });
    // 15 April to 14 May: 30 days, 20 of them after the 24th.
    expect(refundOf(given, on, { policy: "unused" })).toMatchObject({
      amount: 2000,
      payments: [{ charge: "b" }],
      partsAfter: [],
    });
    expect(refundOf(given, "2027-03-20T00:00:00Z", { policy: "withdrawal" })).toMatchObject({
      amount: 3000,
      rule: "full",
    });
    expect(refundOf(given, on, { seats: 1 })).toEqual({ refused: ["seats"] });
  });
});

describe("an order's document is refused with exact paths", () => {
  const unknown = { ...looseOrder(), colour: 1 };
  test.each<[object, string[]]>([
    [unknown, ["colour"]],
    [looseOrder({ kind: "subscription" }), ["quote", "series"]],
    [{ ...looseOrder(), quote: undefined }, ["quote"]],
    [looseOrder({ quote: { total: 1, tax: 2, schedule: [] } }), ["quote.total", "quote.tax"]],
    [
      looseOrder({
        kind: "installments",
        quote: {
          total: 3,
          tax: 0,
          schedule: [part("2027-03-14", 1, 0), part("2027-03-14", 2, 0)],
        },
      }),
      ["quote.schedule[0].due", "quote.schedule[1].due"],
    ],
    [
      looseOrder({ quote: { total: 3, tax: 4, schedule: [part("2027-03-15", 3, 4)] } }),
      ["quote.schedule[0].tax"],
    ],
    [looseOrder({ terms: termsOf({ retry: [3, 3, 40] }) }), ["terms.retry[1]", "terms.retry[2]"]],
    [looseOrder({ terms: termsOf({ endAfter: 3, retry: [] }) }), ["terms.endAfter"]],
    [looseOrder({ seatsGiven: 2 }), ["seatsGiven"]],
    [looseOrder({ courses: [courseOf("a", 1), courseOf("a", 1)] }), ["courses[1].id"]],
    [
      looseOrder({
        courses: [courseOf("a", 1, { access: { from: null, through: "2027-04-01" } })],
      }),
      ["courses[0].access.through"],
    ],
    [
      looseOrder({
        events: [
          charged("2027-03-14T00:00:00Z", "a", 1, 1),
          { type: "charged", at: "2027-03-16T00:00:00Z", charge: "b", part: 1.5, amount: 1 },
        ],
      }),
      ["events[1].part"],
    ],
    [looseOrder({ events: [charged("2027-03-14T00:00:00Z", "a", 1, 1)] }), ["events[0].at"]],
    [
      looseOrder({
        events: [
          { type: "cancel-taken-back", at: "2027-03-16T00:00:00Z" },
          { type: "cancelled", at: "2027-03-16T00:00:00Z", when: "period-end" },
          { type: "refunded", at: "2027-03-16T00:00:00Z", refund: "r", course: "c1" },
          { type: "refunded", at: "2027-03-16T00:00:00Z", charge: "a", amount: 1 },
          { type: "refunded", at: "2027-03-16T00:00:00Z", refund: "r", seats: 1 },
          { type: "refunded", at: "2027-03-16T00:00:00Z", refund: "r", amount: 1, course: "no" },
        ],
      }),
      [
        "events[0].type",
        "events[1].when",
        "events[2].amount",
        "events[3].amount",
        "events[4].seats",
        "events[5].course",
      ],
    ],
    [looseOrder({ events: [{ type: "melted", at: "2027-03-16T00:00:00Z" }] }), ["events[0].type"]],
    [looseOrder({ calendar: { weekend: [1, 2, 3, 4, 5, 6, 7] } }), ["calendar.weekend"]],
    [
      looseOrder({
        partners: {
          days: 1,
          hold: 1,
          percent: { p1: 12.345 },
          touches: [{ partner: "p2", at: "2027-03-16T00:00:00Z" }],
        },
      }),
      ["partners.percent.p1"],
    ],
  ])("%#", (given, paths) => {
    expect(faultsOf(given as Record<string, unknown>)).toEqual(paths);
  });
});

/** The worked examples of orders.md, and what an order is at its corners. */
import { at, charged, courseOf, failed, looseOrder, part, partsOn, termsOf } from "./sketch";

const three = (events: object[] = [], over: object = {}) =>
  looseOrder({
    kind: "installments",
    boughtAt: "2027-02-28T10:00:00Z",
    quote: partsOn(20_100, 3759, ["2027-02-28", "2027-03-28", "2027-04-28"]),
    events: [charged("2027-02-28T10:00:05Z", "ch1", 1, 6700), ...events],
    ...over,
  });

describe("parts that fail, by the worked examples", () => {
  const first = failed("2027-03-28T05:00:00Z", "ch2", 2);
  test("1: a failure on the day the clocks go forward", () => {
    expect(at(three([first]), "2027-03-28T06:00:00Z")).toMatchObject({
      state: "late",
      next: {
        charge: { at: "2027-03-29T05:00:00Z", part: 2 },
        suspends: "2027-03-31T23:00:00Z",
        ends: "2027-04-27T23:00:00Z",
      },
    });
  });
  const all = [
    first,
    failed("2027-03-29T05:00:00Z", "ch3", 2),
    failed("2027-03-31T05:00:00Z", "ch4", 2),
    failed("2027-04-04T05:00:00Z", "ch5", 2),
    charged("2027-04-05T09:00:00Z", "ch5", 2, 6700),
    charged("2027-04-05T09:00:00Z", "ch5", 2, 6700),
  ];
  test("2: paid after all, and told twice", () => {
    const found = at(three(all), "2027-04-06T00:00:00Z");
    expect(found).toMatchObject({
      state: "running",
      paid: 13_400,
      refunded: 0,
      open: 0,
      ahead: 6700,
      excess: [],
      next: {
        charge: { at: "2027-04-28T05:00:00Z", part: 3 },
        suspends: "2027-05-01T23:00:00Z",
        ends: "2027-05-28T23:00:00Z",
      },
      enrollment: {
        needsPayment: true,
        paidAt: "2027-02-28T10:00:05Z",
        paidThrough: null,
        grace: 0,
        events: [
          { type: "suspended", at: "2027-03-31T23:00:00Z", course: null, part: null },
          { type: "part-paid", at: "2027-04-05T09:00:00Z", course: null, part: 2 },
          { type: "unsuspended", at: "2027-04-05T09:00:00Z", course: null, part: null },
        ],
      },
      ignored: [{ event: 6, reason: "again" }],
    });
    expect(found.parts[1]).toEqual({
      part: 2,
      due: "2027-03-28",
      amount: 6700,
      tax: 1253,
      state: "paid",
      paidAt: "2027-04-05T09:00:00Z",
      charge: "ch5",
      refunded: 0,
      next: null,
    });
  });
  test("nothing more happens: it is overdue once no attempt is left, and ends", () => {
    const given = three(all.slice(0, 4));
    expect(at(given, "2027-04-04T06:00:00Z").parts[1]).toMatchObject({
      state: "overdue",
      next: null,
    });
    expect(at(given, "2027-04-27T22:59:59Z").state).toBe("suspended");
    const ended = at(given, "2027-04-27T23:00:00Z");
    expect(ended).toMatchObject({
      state: "ended",
      endedAt: "2027-04-27T23:00:00Z",
      endedBy: "unpaid",
      courses: [],
      next: { charge: null, suspends: null, ends: null },
    });
    expect(ended.parts.map(({ state }) => state)).toEqual(["paid", "written-off", "dropped"]);
    expect(ended.enrollment.events.map(({ type }) => type)).toEqual(["suspended", "revoked"]);
  });
  test("a card that was replaced is tried at once, later failures wait for the next day of the terms", () => {
    const replaced = { type: "card-replaced", at: "2027-03-28T09:00:00Z" };
    const tried = failed("2027-03-28T09:00:01Z", "ch3", 2);
    expect(at(three([first, replaced]), "2027-03-30T00:00:00Z").parts[1]?.next).toBe(
      "2027-03-28T09:00:00Z",
    );
    expect(at(three([first, replaced, tried]), "2027-03-30T00:00:00Z").parts[1]?.next).toBe(
      "2027-03-29T05:00:00Z",
    );
  });
});

describe("what does not count", () => {
  test("a sum that is not the part's, a part that is paid, a part that is none: given back whole", () => {
    const events = [
      charged("2027-03-01T00:00:00Z", "a", 2, 6699),
      charged("2027-03-01T00:00:00Z", "b", 1, 6700),
      charged("2027-03-01T00:00:00Z", "c", 9, 6700),
      { type: "refunded", at: "2027-03-02T00:00:00Z", refund: "r", charge: "b" },
      { type: "refunded", at: "2027-03-03T00:00:00Z", refund: "s", charge: "b" },
    ];
    expect(at(three(events), "2027-03-05T00:00:00Z")).toMatchObject({
      paid: 6700,
      refunded: 0,
      excess: [
        { charge: "a", amount: 6699 },
        { charge: "c", amount: 6700 },
      ],
      ignored: [{ event: 5, reason: "no-charge" }],
    });
  });
  test("a part ahead can be paid early; a failure of it is none", () => {
    const events = [
      failed("2027-03-01T00:00:00Z", "x", 2),
      charged("2027-03-01T00:00:01Z", "y", 2, 6700),
    ];
    const found = at(three(events), "2027-03-05T00:00:00Z");
    expect(found.parts[1]?.state).toBe("paid");
    expect(found.ignored).toEqual([{ event: 1, reason: "no-part" }]);
  });
  test("after the end: what is charged is excess, what is asked is told", () => {
    const events = [
      { type: "cancelled", at: "2027-03-02T00:00:00Z", when: "now" },
      charged("2027-03-28T05:00:00Z", "z", 2, 6700),
      failed("2027-03-28T05:00:00Z", "w", 3),
      { type: "card-replaced", at: "2027-03-28T05:00:00Z" },
      { type: "refunded", at: "2027-03-29T00:00:00Z", refund: "r", amount: 100, off: 5 },
      { type: "refunded", at: "2027-03-29T00:00:00Z", refund: "r", amount: 100 },
      { type: "disputed", at: "2027-03-30T00:00:00Z", charge: "ch1" },
      { type: "dispute-lost", at: "2027-03-31T00:00:00Z", charge: "ch1" },
    ];
    expect(at(three(events), "2027-04-05T00:00:00Z")).toMatchObject({
      state: "refunded",
      endedBy: "cancelled",
      refunded: 6700,
      excess: [{ charge: "z", amount: 6700 }],
      ignored: [
        { event: 3, reason: "ended" },
        { event: 4, reason: "ended" },
        { event: 5, reason: "ended" },
      ],
    });
  });
  test("more than was paid, more than is owed, a charge not disputed", () => {
    const refunded = (over: object) => ({
      type: "refunded",
      at: "2027-03-02T00:00:00Z",
      refund: "r",
      ...over,
    });
    const reasons = at(
      three([
        refunded({ amount: 6701 }),
        refunded({ amount: 1, off: 13_401 }),
        { type: "dispute-won", at: "2027-03-02T00:00:00Z", charge: "ch1" },
        { type: "disputed", at: "2027-03-02T00:00:00Z", charge: "no" },
        refunded({ amount: 1 }),
        refunded({ amount: 1 }),
      ]),
      "2027-03-05T00:00:00Z",
    ).ignored.map(({ reason }) => reason);
    expect(reasons).toEqual([
      "more-than-paid",
      "more-than-owed",
      "no-dispute",
      "no-charge",
      "again",
    ]);
  });
});

describe("disputes", () => {
  const events = [
    failed("2027-03-28T05:00:00Z", "ch2", 2),
    { type: "disputed", at: "2027-03-30T12:00:00Z", charge: "ch1" },
  ];
  test("one that runs suspends, and no unpaid part ends the order", () => {
    expect(at(three(events), "2027-05-20T00:00:00Z")).toMatchObject({
      state: "disputed",
      endedAt: null,
      next: { charge: null, suspends: null, ends: null },
      enrollment: { events: [{ type: "suspended", at: "2027-03-30T12:00:00Z" }] },
    });
  });
  test("won: what is unpaid starts anew from that day", () => {
    const won = { type: "dispute-won", at: "2027-05-10T12:00:00Z", charge: "ch1" };
    const found = at(three([...events, won]), "2027-05-10T12:00:00Z");
    expect(found).toMatchObject({
      state: "running",
      next: {
        charge: { at: "2027-05-10T12:00:00Z", part: 2 },
        suspends: "2027-05-13T23:00:00Z",
        ends: "2027-06-09T23:00:00Z",
      },
    });
    expect(found.parts.map(({ state }) => state)).toEqual(["paid", "due", "due"]);
    expect(found.enrollment.events.map(({ type }) => type)).toEqual(["suspended", "unsuspended"]);
  });
  test("lost: the charge counts as given back, and the order ends", () => {
    const lost = { type: "dispute-lost", at: "2027-05-10T12:00:00Z", charge: "ch1" };
    const found = at(three([...events, lost]), "2027-05-11T00:00:00Z");
    expect(found).toMatchObject({ state: "refunded", endedBy: "disputed", refunded: 6700 });
    expect(found.enrollment.events.map(({ type }) => type)).toEqual(["suspended", "revoked"]);
  });
});

describe("what is given back", () => {
  const bundle = (events: object[]) =>
    three(events, { courses: [courseOf("c1", 100), courseOf("c2", 200)] });
  test("a part set off whole is gone and counts as paid; a course given back is shut alone", () => {
    const off = {
      type: "refunded",
      at: "2027-03-02T00:00:00Z",
      refund: "r",
      amount: 700,
      off: 7000,
      course: "c2",
      access: "ends",
    };
    const found = at(bundle([off]), "2027-03-05T00:00:00Z");
    expect(found).toMatchObject({ refunded: 700, ahead: 6400, courses: ["c1"] });
    expect(found.parts.map(({ state, amount }) => [state, amount])).toEqual([
      ["refunded-in-part", 6700],
      ["ahead", 6400],
      ["dropped", 0],
    ]);
    expect(found.enrollment.events).toEqual([
      { type: "part-paid", at: "2027-03-02T00:00:00Z", course: null, part: 3 },
      { type: "revoked", at: "2027-03-02T00:00:00Z", course: "c2", part: null },
    ]);
    const again = { ...off, refund: "s", amount: 1, off: 0 };
    const last = { ...again, course: "c1", refund: "t" };
    expect(at(bundle([off, again, last]), "2027-03-05T00:00:00Z")).toMatchObject({
      state: "ended",
      endedBy: "refunded",
      ignored: [{ event: 2, reason: "given-back" }],
    });
  });
  test("seats: the last ones end the order", () => {
    const seats = (refund: string, seats: number) => ({
      type: "refunded",
      at: "2027-03-20T00:00:00Z",
      refund,
      seats,
      amount: 0,
    });
    const team = (...events: object[]) =>
      looseOrder({
        seats: 3,
        events: [charged("2027-03-15T11:00:00Z", "a", 1, 12_000), ...events],
      });
    expect(at(team(seats("r", 2), seats("s", 2)), "2027-04-01T00:00:00Z")).toMatchObject({
      state: "settled",
      seats: 1,
      ignored: [{ event: 2, reason: "no-seats" }],
    });
    expect(at(team(seats("r", 2), seats("s", 1)), "2027-04-01T00:00:00Z")).toMatchObject({
      seats: 0,
      endedBy: "refunded",
    });
  });
});

describe("a partner, by the worked example", () => {
  const partners = {
    days: 30,
    hold: 14,
    percent: { p1: 20, p2: 50 },
    touches: [
      { partner: "p2", at: "2027-01-20T10:00:00Z" },
      { partner: "p1", at: "2027-01-30T10:00:00Z" },
      { partner: "p2", at: "2027-03-30T10:00:00Z" },
    ],
  };
  const second = charged("2027-03-28T05:00:00Z", "ch2", 2, 6700);
  test("6: earned, payable, and less after a refund", () => {
    expect(at(three([second], { partners }), "2027-04-01T00:00:00Z").partner).toEqual({
      id: "p1",
      earned: 2179,
      payable: 1089,
      nextPayable: "2027-04-11T23:00:00Z",
    });
    const refund = { type: "refunded", at: "2027-04-02T00:00:00Z", refund: "r", amount: 8000 };
    const after = at(three([second, refund], { partners }), "2027-04-03T00:00:00Z");
    expect(after.partner).toMatchObject({ earned: 878, payable: 878, nextPayable: null });
    expect(after.parts.map(({ refunded }) => refunded)).toEqual([1300, 6700, 0]);
  });
  test("a link that is too old counts for nobody", () => {
    const old = { ...partners, days: 28 };
    expect(at(three([], { partners: old }), "2027-04-01T00:00:00Z").partner).toBeNull();
  });
});

test("an order that is free is settled; one that waits for its first money says so", () => {
  const free = looseOrder({ kind: "free", quote: { total: 0, tax: 0, schedule: [] } });
  expect(at(free, "2027-03-16T00:00:00Z").state).toBe("settled");
  expect(at(looseOrder(), "2027-03-16T00:00:00Z")).toMatchObject({
    state: "waiting",
    open: 12_000,
    next: { charge: { at: "2027-03-15T11:00:00Z", part: 1 } },
  });
});

test("an end that never comes for want of money", () => {
  const given = looseOrder({ terms: termsOf({ endAfter: null }) });
  expect(at(given, "2029-01-01T00:00:00Z")).toMatchObject({
    state: "suspended",
    next: { suspends: null, ends: null },
  });
});

test("two parts on days that follow on one another", () => {
  const given = looseOrder({
    kind: "installments",
    quote: { total: 3, tax: 0, schedule: [part("2027-03-15", 1, 0), part("2027-03-16", 2, 0)] },
  });
  expect(at(given, "2027-03-16T07:00:00Z").open).toBe(3);
});

import { ask, type Sketch } from "../helpers";

const end = (sketch: Sketch, at = "2027-03-20T12:00:00Z") => ask(sketch, at).access;
const ninety = [{ from: "enrolled", add: "P90D", edge: "end" }];
const month = [{ from: "enrolled", add: "P30D", edge: "end" }]; // until 2027-04-04T23:00Z

describe("the start of access", () => {
  test("the latest of enrolling, the cohort's first day and the course's opening day at the release hour", () => {
    expect(end({}).from).toBe("2027-03-05T14:20:00Z");
    expect(end({ cohort: {} }).from).toBe("2027-04-04T23:00:00Z");
    expect(end({ cohort: {}, course: { opensOn: "2027-04-10" } }).from).toBe(
      "2027-04-10T06:00:00Z",
    );
    expect(end({ course: { opensOn: "2027-04-10", releaseHour: null } }).from).toBe(
      "2027-04-09T23:00:00Z",
    );
  });
  test("dates are local in the course's clock", () => {
    const tokyo = { enrollment: { timeZone: "Asia/Tokyo" }, cohort: {} };
    expect(end({ ...tokyo, course: { clock: "enrollee" } }).from).toBe("2027-04-04T15:00:00Z");
  });
  test("where payment is asked for, nothing opens before it clears", () => {
    const unpaid = ask({ enrollment: { needsPayment: true }, cohort: {} });
    expect(unpaid.access).toMatchObject({ from: null, state: "waiting" });
    expect(unpaid.item("m")).toMatchObject({
      opens: null,
      notBefore: "2027-04-04T23:00:00Z",
      waitsFor: [{ from: "paid" }],
    });
    const later = { enrollment: { needsPayment: true, paidAt: "2027-03-10T10:00:00Z" } };
    expect(end(later, "2027-03-09T00:00:00Z").from).toBeNull();
    expect(end(later).from).toBe("2027-03-10T10:00:00Z");
  });
  test("enrolling counts, also when it lies ahead", () => {
    expect(end({ enrollment: { enrolledAt: "2027-04-01T10:00:00Z" } })).toMatchObject({
      from: "2027-04-01T10:00:00Z",
      state: "scheduled",
    });
  });
});

describe("the end of access", () => {
  test("the earliest of validity, cohort and paid period; none: for ever", () => {
    expect(end({}).until).toBeNull();
    expect(end({ course: { validity: ninety } }).until).toBe("2027-06-03T23:00:00Z");
    expect(end({ course: { validity: ninety }, enrollment: { validity: [] } }).until).toBeNull();
    expect(end({ cohort: {} }).until).toBe("2027-06-25T23:00:00Z");
    expect(end({ cohort: { grace: 14 } }).until).toBe("2027-07-09T23:00:00Z");
    expect(end({ cohort: { grace: null } }).until).toBeNull();
    expect(end({ cohort: {}, course: { validity: ninety } }).until).toBe("2027-06-03T23:00:00Z");
    expect(end({ enrollment: { paidThrough: "2027-04-30", grace: 3 } }).until).toBe(
      "2027-05-03T23:00:00Z",
    );
  });
  test("validity from the first lesson waits for it", () => {
    const validity = [{ from: "started", add: "P90D", edge: "end" }];
    expect(end({ course: { validity } })).toMatchObject({
      until: null,
      untilWaitsFor: [{ from: "started" }],
      state: "open",
    });
    const startedAt = "2027-03-06T10:00:00Z";
    expect(end({ course: { validity }, enrollment: { startedAt } })).toMatchObject({
      until: "2027-06-04T23:00:00Z",
      untilWaitsFor: [],
    });
  });
  test("validity may count from access, from an opening and from finishing the course", () => {
    const modules = [{ id: "m", lessons: ["l"] }];
    const events = [{ type: "completed", item: "l", at: "2027-03-06T10:00:00Z" }];
    const from = (moment: object) =>
      end({ modules, events, enrollment: { validity: [moment] } }).until;
    expect(from({ from: "access", add: "P1M", edge: "end" })).toBe("2027-04-05T23:00:00Z");
    expect(from({ from: "opened", item: "l", add: "PT24H" })).toBe("2027-03-06T14:20:00Z");
    expect(from({ from: "completed", item: "c", add: "P1Y", edge: "end" })).toBe(
      "2028-03-07T00:00:00Z",
    );
  });
});

describe("pauses, extensions and renewals, in the order in which they happen", () => {
  const sketch = (...events: Record<string, unknown>[]) => ({
    enrollment: { validity: month },
    events,
  });
  const later = "2027-12-01T12:00:00Z";
  const pause = (from: string, to: string) => [
    { type: "paused", at: from },
    { type: "resumed", at: to },
  ];

  test("whoever pauses loses no days", () => {
    expect(end(sketch(...pause("2027-03-10T10:00:00Z", "2027-03-20T08:00:00Z")), later).until).toBe(
      "2027-04-14T23:00:00Z",
    );
  });
  test("the end moves along while the pause runs, and all is closed", () => {
    const running = sketch({ type: "paused", at: "2027-03-10T10:00:00Z" });
    expect(end(running, "2027-03-15T10:00:00Z")).toMatchObject({
      until: "2027-04-09T23:00:00Z",
      state: "closed",
    });
    expect(ask(running, "2027-03-15T10:00:00Z").item("m").state).toBe("closed");
  });
  test("a pause after the end, or over before the anchor, moves nothing", () => {
    expect(end(sketch(...pause("2027-04-04T23:00:00Z", "2027-05-01T00:00:00Z")), later).until).toBe(
      "2027-04-04T23:00:00Z",
    );
    expect(end(sketch(...pause("2027-03-01T00:00:00Z", "2027-03-05T14:20:00Z")), later).until).toBe(
      "2027-04-04T23:00:00Z",
    );
  });
  test("dates, cohorts and paid periods do not move", () => {
    const events = pause("2027-03-10T10:00:00Z", "2027-03-20T08:00:00Z");
    const validity = [{ from: "date", date: "2027-04-04", edge: "end" }];
    expect(end({ events, enrollment: { validity } }, later).until).toBe("2027-04-04T23:00:00Z");
    expect(end({ events, cohort: {} }, later).until).toBe("2027-06-25T23:00:00Z");
    expect(end({ events, enrollment: { paidThrough: "2027-04-04" } }, later).until).toBe(
      "2027-04-04T23:00:00Z",
    );
  });
  test("before the first extension each end is moved by itself, and the earliest then counts", () => {
    const validity = [...month, { from: "date", date: "2027-04-06", edge: "end" }];
    const events = pause("2027-03-10T10:00:00Z", "2027-03-20T08:00:00Z");
    // 4 April moves to 14 April, so that the date, 6 April, is now the earliest.
    expect(end({ events, enrollment: { validity } }, later).until).toBe("2027-04-06T23:00:00Z");
    const extended = [...events, { type: "extended", add: "P10D", at: "2027-03-25T00:00:00Z" }];
    expect(end({ events: extended, enrollment: { validity } }, later).until).toBe(
      "2027-04-16T23:00:00Z",
    );
  });
  test("an extension moves the last included day", () => {
    const validity = [{ from: "date", date: "2027-01-30", edge: "end" }];
    const events = [{ type: "extended", add: "P1M", at: "2027-01-10T00:00:00Z" }];
    const enrollment = { enrolledAt: "2027-01-01T00:00:00Z", validity };
    // last day 30 January + P1M = last day 28 February
    expect(end({ enrollment, events }, later).until).toBe("2027-03-01T00:00:00Z");
  });
  test("an end with a time of day keeps it", () => {
    const validity = [{ from: "date", date: "2027-03-20", at: "18:00" }];
    const events = [{ type: "extended", add: "P10D", at: "2027-03-10T00:00:00Z" }];
    expect(end({ enrollment: { validity }, events }).until).toBe("2027-03-30T17:00:00Z");
  });
  test("an extension in hours is exact", () => {
    expect(
      end(sketch({ type: "extended", add: "PT36H", at: "2027-03-10T00:00:00Z" }), later).until,
    ).toBe("2027-04-06T11:00:00Z");
  });
  test("after the end, an extension counts from the event, and a later pause moves it", () => {
    const extended = { type: "extended", add: "P10D", at: "2027-05-01T10:00:00Z" };
    expect(end(sketch(extended), later).until).toBe("2027-05-11T23:00:00Z");
    expect(
      end(sketch(extended, ...pause("2027-05-03T10:00:00Z", "2027-05-05T08:00:00Z")), later).until,
    ).toBe("2027-05-13T23:00:00Z");
    expect(end(sketch({ ...extended, add: "PT10H" }), later).until).toBe("2027-05-01T20:00:00Z");
  });
  test("at the very end, the end has passed", () => {
    const extended = { type: "extended", add: "P10D", at: "2027-04-04T23:00:00Z" };
    // The event falls on 5 April in Lisbon.
    expect(end(sketch(extended), later).until).toBe("2027-04-15T23:00:00Z");
  });
  test("through a date, only where that is later; it is then the end of a date", () => {
    const through = (date: string) => ({
      type: "extended",
      through: date,
      at: "2027-03-10T00:00:00Z",
    });
    expect(end(sketch(through("2027-04-20")), later).until).toBe("2027-04-20T23:00:00Z");
    expect(end(sketch(through("2027-03-20")), later).until).toBe("2027-04-04T23:00:00Z");
    const paused = pause("2027-03-12T10:00:00Z", "2027-03-15T08:00:00Z");
    expect(end(sketch(through("2027-04-20"), ...paused), later).until).toBe("2027-04-20T23:00:00Z");
    expect(end(sketch(through("2027-03-20"), ...paused), later).until).toBe("2027-04-07T23:00:00Z");
  });
  test("renewed in time, nobody loses a day; within the grace too; later, it counts from the event", () => {
    const renewed = (at: string, grace = 0) => ({ type: "renewed", add: "P1Y", grace, at });
    expect(end(sketch(renewed("2027-03-20T10:00:00Z")), later).until).toBe("2028-04-04T23:00:00Z");
    expect(end(sketch(renewed("2027-04-10T10:00:00Z", 7)), later).until).toBe(
      "2028-04-04T23:00:00Z",
    );
    expect(end(sketch(renewed("2027-04-12T10:00:00Z", 7)), later).until).toBe(
      "2028-04-12T23:00:00Z",
    );
  });
  test("an end set is the end, and the only one that can be made where there is none", () => {
    const set = { type: "end-set", through: "2027-04-20", at: "2027-03-10T00:00:00Z" };
    expect(end({ events: [set] }).until).toBe("2027-04-20T23:00:00Z");
    expect(end(sketch(set)).until).toBe("2027-04-20T23:00:00Z");
    const extended = { type: "extended", add: "P10D", at: "2027-03-10T00:00:00Z" };
    expect(end({ events: [extended] }).until).toBeNull();
  });
  test("revoked ends access at its instant, restored takes that back", () => {
    const revoked = { type: "revoked", at: "2027-03-10T00:00:00Z" };
    const restored = { type: "restored", at: "2027-03-12T00:00:00Z" };
    expect(end(sketch(revoked))).toMatchObject({ until: "2027-03-10T00:00:00Z", state: "closed" });
    expect(end(sketch(revoked, restored))).toMatchObject({
      until: "2027-04-04T23:00:00Z",
      state: "open",
    });
    expect(end({ events: [revoked] }).until).toBe("2027-03-10T00:00:00Z");
    expect(end(sketch({ ...revoked, at: "2027-05-01T00:00:00Z" }), later).until).toBe(
      "2027-04-04T23:00:00Z",
    );
  });
  test("a suspension closes all and gains no days", () => {
    const events = [
      { type: "suspended", at: "2027-03-10T00:00:00Z" },
      { type: "unsuspended", at: "2027-03-20T00:00:00Z" },
    ];
    expect(end(sketch(...events), "2027-03-15T00:00:00Z")).toMatchObject({
      until: "2027-04-04T23:00:00Z",
      state: "closed",
    });
    expect(end(sketch(...events), "2027-03-25T00:00:00Z").state).toBe("open");
  });
  test("what has not happened by now does not count", () => {
    const extended = { type: "extended", add: "P10D", at: "2027-03-25T00:00:00Z" };
    expect(end(sketch(extended), "2027-03-24T23:59:59Z").until).toBe("2027-04-04T23:00:00Z");
  });
});

describe("periods as Regulation (EEC, Euratom) 1182/71 art. 3 has them", () => {
  test("a period in days begins on the day after the event and ends with the last hour of its last day", () => {
    // Art. 3(1) and 3(2)(b): fourteen days from an event on 6 March run through 20 March.
    const validity = [{ from: "enrolled", add: "P14D", edge: "end" }];
    const enrollment = { enrolledAt: "2027-03-06T09:00:00Z", validity };
    expect(end({ enrollment }).until).toBe("2027-03-21T00:00:00Z");
  });
  test("ending on a weekend, it runs to the end of the next working day (art. 3(4))", () => {
    const validity = [{ from: "enrolled", add: "P14D", workdays: true, edge: "end" }];
    const enrollment = { enrolledAt: "2027-03-06T09:00:00Z", validity };
    expect(end({ enrollment }).until).toBe("2027-03-23T00:00:00Z");
  });
  test("a period in months ends on the same date of the last month, or its last day (art. 3(2)(c))", () => {
    const validity = [{ from: "enrolled", add: "P1M", edge: "end" }];
    const enrollment = { enrolledAt: "2027-03-31T09:00:00Z", validity };
    expect(end({ enrollment }).until).toBe("2027-04-30T23:00:00Z");
  });
});

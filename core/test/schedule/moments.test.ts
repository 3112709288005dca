import { ask, opening } from "../helpers";

const enrolled = (at: string, more = {}) => ({ enrollment: { enrolledAt: at, ...more } });
const noHour = { course: { releaseHour: null } };

describe("the worked examples of calculations.md, word for word", () => {
  const friday = enrolled("2027-03-05T14:20:00Z");

  test("enrolled 2027-03-05T14:20Z, add P7D", () => {
    expect(opening({ from: "enrolled", add: "P7D" }, friday).opens).toBe("2027-03-12T07:00:00Z");
  });
  test("enrolled 2027-03-22T23:30Z, add P7D, over the clock change", () => {
    const late = enrolled("2027-03-22T23:30:00Z");
    expect(opening({ from: "enrolled", add: "P7D" }, late).opens).toBe("2027-03-29T06:00:00Z");
    expect(opening({ from: "enrolled", add: "P7D" }, { ...late, ...noHour }).opens).toBe(
      "2027-03-29T22:30:00Z",
    );
    expect(opening({ from: "enrolled", add: "PT168H" }, late).opens).toBe("2027-03-29T23:30:00Z");
  });
  test("counting full", () => {
    const full = { ...friday, course: { counting: "full" } };
    expect(opening({ from: "enrolled", add: "P7D" }, full).opens).toBe("2027-03-13T07:00:00Z");
  });
  test("a Friday, add P7D, weekdays [1]", () => {
    const moment = { from: "enrolled", add: "P7D", weekdays: [1] };
    expect(opening(moment, friday).opens).toBe("2027-03-15T07:00:00Z");
  });
  test.each([
    ["2027-01-31T10:00:00Z", "P1M", "2027-03-01T00:00:00Z"],
    ["2028-01-31T10:00:00Z", "P1M", "2028-03-01T00:00:00Z"],
    ["2027-03-05T14:20:00Z", "P30D", "2027-04-04T23:00:00Z"],
  ])("enrolled %s, add %s, edge end", (at, add, until) => {
    const validity = [{ from: "enrolled", add, edge: "end" }];
    expect(ask(enrolled(at, { validity })).access.until).toBe(until);
  });
  test("clock enrollee in New York, at 02:30 on a day that has none", () => {
    const moment = { from: "enrolled", add: "P6D", at: "02:30" };
    const sketch = {
      course: { clock: "enrollee" },
      ...enrolled("2027-03-08T15:00:00Z", { timeZone: "America/New_York" }),
    };
    expect(opening(moment, sketch).opens).toBe("2027-03-14T07:30:00Z");
  });
});

describe("a moment, step by step", () => {
  test("step 1: an anchor alone is that instant, release hour or not", () => {
    expect(opening({ from: "enrolled" }).opens).toBe("2027-03-05T14:20:00Z");
  });
  test("P0D is an offset: enrolled before the release hour, it waits for the hour of that day", () => {
    const early = enrolled("2027-03-05T05:20:00Z");
    expect(opening({ from: "enrolled", add: "P0D" }, early).opens).toBe("2027-03-05T07:00:00Z");
  });
  test("step 7: at 07:00 on the day itself, enrolled later that day, is at once", () => {
    expect(opening({ from: "enrolled", add: "P0D" }).opens).toBe("2027-03-05T14:20:00Z");
    expect(opening({ from: "enrolled", at: "07:00" }).opens).toBe("2027-03-05T14:20:00Z");
  });
  test("a negative offset may lie before its anchor", () => {
    const sketch = {
      ...noHour,
      enrollment: { enrolledAt: "2027-01-01T00:00:00Z", paidAt: "2027-03-05T14:20:00Z" },
    };
    expect(opening({ from: "paid", add: "-P3D" }, sketch).opens).toBe("2027-03-02T14:20:00Z");
  });
  test("the end of a cohort's last day, and days from that day itself", () => {
    const cohort = { starts: "2027-01-04", ends: "2027-06-25", grace: null };
    const due = (moment: object) =>
      ask({ cohort, modules: [{ id: "m", due: moment }] }).item("m").due;
    expect(due({ from: "cohort-end" })).toBe("2027-06-25T23:00:00Z");
    expect(due({ from: "cohort-end", add: "P0D" })).toBe("2027-06-25T23:00:00Z");
    expect(due({ from: "cohort-end", add: "-P0W" })).toBe("2027-06-25T23:00:00Z");
    expect(due({ from: "cohort-end", add: "PT2H" })).toBe("2027-06-26T01:00:00Z");
    expect(due({ from: "cohort-end", add: "P3D" })).toBe("2027-06-27T23:00:00Z");
    expect(due({ from: "cohort-end", at: "09:00" })).toBe("2027-06-25T08:00:00Z");
    expect(due({ from: "cohort-end", add: "-P2D", at: "18:00" })).toBe("2027-06-23T17:00:00Z");
    expect(due({ from: "cohort-end", edge: "end" })).toBe("2027-06-25T23:00:00Z");
    expect(due({ from: "cohort-start", add: "PT6H" })).toBe("2027-01-04T06:00:00Z");
  });
  test("the release hour counts in gates only; a due date keeps the anchor's own time", () => {
    const { item } = ask({
      modules: [
        {
          id: "m",
          due: { from: "enrolled", add: "P7D" },
          closes: { from: "date", date: "2027-05-01" },
        },
      ],
    });
    expect(item("m").due).toBe("2027-03-12T14:20:00Z");
    expect(item("m").closes).toBe("2027-04-30T23:00:00Z");
  });
  test("workdays skip weekend and closed days, and combine with weekdays", () => {
    const school = { calendar: { weekend: [6, 7], closed: ["2027-03-15", "2027-03-16"] } };
    expect(opening({ from: "enrolled", add: "P8D", workdays: true }, { school }).opens).toBe(
      "2027-03-17T07:00:00Z",
    );
    expect(
      opening({ from: "enrolled", add: "P7D", workdays: true, weekdays: [1] }, { school }).opens,
    ).toBe("2027-03-22T07:00:00Z");
  });
  test("two Mondays that collide: +21 and +28 days, counted from enrolling, after a closed Monday", () => {
    const school = { calendar: { weekend: [6, 7], closed: ["2027-03-29"] } };
    const at = (add: string) =>
      opening({ from: "enrolled", add, workdays: true, weekdays: [1] }, { school }).opens;
    expect(at("P21D")).toBe("2027-04-05T06:00:00Z");
    expect(at("P28D")).toBe("2027-04-05T06:00:00Z");
  });
  test("full days and an alignment: on to the next allowed date, not just the next day", () => {
    const full = { course: { counting: "full" } };
    // Friday 14:20 + 3 days = Monday, 07:00 is too early; the next Monday it is.
    const moment = { from: "enrolled", add: "P3D", weekdays: [1] };
    expect(opening(moment, full).opens).toBe("2027-03-15T07:00:00Z");
  });
  test("full days do not hold a date, nor an edge", () => {
    const full = { course: { counting: "full" } };
    expect(opening({ from: "date", date: "2027-03-10" }, full).opens).toBe("2027-03-10T07:00:00Z");
    expect(opening({ from: "enrolled", add: "P1D", edge: "end" }, full).opens).toBe(
      "2027-03-07T00:00:00Z",
    );
  });
  test("a moment may name its own zone", () => {
    const moment = { from: "date", date: "2027-03-10", zone: "Asia/Tokyo" };
    expect(opening(moment).opens).toBe("2027-03-09T22:00:00Z");
    const tokyo = { enrollment: { timeZone: "Asia/Tokyo" } };
    expect(opening({ ...moment, zone: "enrollee" }, tokyo).opens).toBe("2027-03-09T22:00:00Z");
    expect(opening({ ...moment, zone: "school" }, tokyo).opens).toBe("2027-03-10T07:00:00Z");
  });
});

describe("pauses stop the count (step 9)", () => {
  const paused = (from: string, to: string | null) => ({
    events: [{ type: "paused", at: from }, ...(to ? [{ type: "resumed", at: to }] : [])],
  });
  const week = { from: "enrolled", add: "P7D" };
  const far = "2027-06-01T12:00:00Z";

  test("a pause of five local days moves a week's opening by five days", () => {
    const sketch = paused("2027-03-07T10:00:00Z", "2027-03-12T09:00:00Z");
    expect(opening(week, sketch, far).opens).toBe("2027-03-17T07:00:00Z");
  });
  test("one date: nothing moves", () => {
    const sketch = paused("2027-03-07T10:00:00Z", "2027-03-07T23:00:00Z");
    expect(opening(week, sketch, far).opens).toBe("2027-03-12T07:00:00Z");
  });
  test("it counts from the anchor on, where it began before", () => {
    const sketch = { ...paused("2027-03-01T10:00:00Z", "2027-03-08T09:00:00Z") };
    expect(opening(week, sketch, far).opens).toBe("2027-03-15T07:00:00Z");
  });
  test("after the opening, or over before the anchor, it does nothing", () => {
    expect(opening(week, paused("2027-03-12T07:00:00Z", "2027-03-20T00:00:00Z"), far).opens).toBe(
      "2027-03-12T07:00:00Z",
    );
    expect(opening(week, paused("2027-03-01T00:00:00Z", "2027-03-05T14:20:00Z"), far).opens).toBe(
      "2027-03-12T07:00:00Z",
    );
  });
  test("a second pause that begins before the moved opening counts too", () => {
    const events = [
      { type: "paused", at: "2027-03-07T10:00:00Z" },
      { type: "resumed", at: "2027-03-12T09:00:00Z" },
      { type: "paused", at: "2027-03-14T10:00:00Z" },
      { type: "resumed", at: "2027-03-16T09:00:00Z" },
    ];
    expect(opening(week, { events }, far).opens).toBe("2027-03-19T07:00:00Z");
  });
  test("one that still runs ends now", () => {
    const sketch = paused("2027-03-07T10:00:00Z", null);
    expect(opening(week, sketch, "2027-03-09T08:00:00Z").opens).toBe("2027-03-14T07:00:00Z");
    expect(opening(week, sketch, "2027-03-11T08:00:00Z").opens).toBe("2027-03-16T07:00:00Z");
  });
  test("a time offset grows by the exact length", () => {
    const sketch = paused("2027-03-07T10:00:00Z", "2027-03-08T11:30:00Z");
    expect(opening({ from: "enrolled", add: "PT72H" }, sketch, far).opens).toBe(
      "2027-03-09T15:50:00Z",
    );
  });
  test("dates and bare anchors are not moved", () => {
    const sketch = paused("2027-03-06T10:00:00Z", "2027-03-20T09:00:00Z");
    expect(opening({ from: "date", date: "2027-03-10" }, sketch, far).opens).toBe(
      "2027-03-10T07:00:00Z",
    );
    expect(opening({ from: "enrolled" }, sketch, far).opens).toBe("2027-03-05T14:20:00Z");
  });
  test("a second paused while one runs, and a resumed without one, are ignored", () => {
    const events = [
      { type: "resumed", at: "2027-03-06T09:00:00Z" },
      { type: "paused", at: "2027-03-07T10:00:00Z" },
      { type: "paused", at: "2027-03-09T10:00:00Z" },
      { type: "resumed", at: "2027-03-12T09:00:00Z" },
      { type: "resumed", at: "2027-03-14T09:00:00Z" },
    ];
    expect(opening(week, { events }, far).opens).toBe("2027-03-17T07:00:00Z");
  });
  test("the calendar moves a paused opening on", () => {
    const sketch = paused("2027-03-07T10:00:00Z", "2027-03-09T09:00:00Z");
    expect(opening({ ...week, weekdays: [5] }, sketch, far).opens).toBe("2027-03-19T07:00:00Z");
  });
  test("suspensions move nothing", () => {
    const events = [
      { type: "suspended", at: "2027-03-07T10:00:00Z" },
      { type: "unsuspended", at: "2027-03-12T09:00:00Z" },
    ];
    expect(opening(week, { events }, far).opens).toBe("2027-03-12T07:00:00Z");
  });
});

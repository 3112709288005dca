/** Cadences, beside a general recurrence library (rrule) and the examples of RFC 5545. */
import { courseSchema, enrollmentSchema } from "@dawngate/core/plan";
import { type Cadence, cadenceGates, evaluate, prepareCourse } from "@dawngate/core/schedule";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import Holidays from "date-holidays";
import fc from "fast-check";
import { RRule } from "rrule";

const ZONE = "Europe/Lisbon";
const plain: Cadence = {
  every: { count: 1, unit: "W" },
  from: { from: "date", date: "2027-03-01" },
  firstAtOnce: true,
  at: "07:00",
  weekdays: [],
  workdays: false,
  way: "grid",
};

/** The days on which items open under a cadence, for somebody who enrolls at an instant. */
function days(
  count: number,
  cadence: Cadence,
  { enrolledAt = "2027-01-01T10:00:00Z", closed = [] as string[], zone = ZONE } = {},
): string[] {
  const ids = Array.from({ length: count }, (_, i) => `m${i}`);
  const gates = cadenceGates(ids, cadence);
  const course = courseSchema.parse({
    id: "c",
    title: "Bread",
    modules: ids.map((id) => ({ id, title: id, gate: gates.get(id), lessons: [] })),
  });
  const school = { timeZone: zone, currency: "EUR", calendar: { weekend: [6, 7], closed } };
  const enrollment = enrollmentSchema.parse({ id: "e", course: "c", timeZone: zone, enrolledAt });
  const now = Date.parse(enrolledAt) as Instant;
  return evaluate(prepareCourse(school, course, null), enrollment, now).items.map(({ opens }) =>
    opens === null ? "waits" : formatDate(localDateAt(zoneOf(zone), opens)),
  );
}

const dates = (rule: RRule) => rule.all().map((date) => date.toISOString().slice(0, 10));
const noon = (date: string) => new Date(`${date}T12:00:00Z`);

describe("on a fixed grid, the days of a recurrence", () => {
  const FREQ = { D: RRule.DAILY, W: RRule.WEEKLY, M: RRule.MONTHLY } as const;
  test("every so many days or weeks from a date, as the library has it (property)", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.constantFrom("D" as const, "W" as const),
        fc.integer({ min: 0, max: 700 }),
        (count, unit, offset) => {
          const date = new Date(Date.UTC(2027, 0, 1 + offset)).toISOString().slice(0, 10);
          const rule = new RRule({
            freq: FREQ[unit],
            interval: count,
            count: 12,
            dtstart: noon(date),
          });
          const cadence = {
            ...plain,
            every: { count, unit },
            from: { from: "date" as const, date },
          };
          expect(days(12, cadence, { enrolledAt: "2026-12-01T00:00:00Z" })).toEqual(dates(rule));
        },
      ),
      { numRuns: 60 },
    );
  });
  test("every so many months, on days that every month has (property)", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 28 }), (count, day) => {
        const date = `2027-01-${String(day).padStart(2, "0")}`;
        const rule = new RRule({
          freq: RRule.MONTHLY,
          interval: count,
          count: 12,
          dtstart: noon(date),
        });
        expect(
          days(12, { ...plain, every: { count, unit: "M" }, from: { from: "date", date } }),
        ).toEqual(dates(rule));
      }),
    );
  });
  test("on the 31st: a recurrence leaves short months out (RFC 5545, 3.3.10), ours takes their last day, as Temporal does", () => {
    const ours = days(4, {
      ...plain,
      every: { count: 1, unit: "M" },
      from: { from: "date", date: "2027-01-31" },
    });
    expect(ours).toEqual(["2027-01-31", "2027-02-28", "2027-03-31", "2027-04-30"]);
    const rule = new RRule({ freq: RRule.MONTHLY, count: 4, dtstart: noon("2027-01-31") });
    expect(dates(rule).filter((date) => !ours.includes(date))).toEqual([
      "2027-05-31",
      "2027-07-31",
    ]);
  });
  // RFC 5545, 3.8.5.3, "Every other day" and "Every 10 days, 5 occurrences", from 2 September 1997, New York.
  test.each<[string, Cadence["every"], string[]]>([
    [
      "every other week",
      { count: 2, unit: "W" },
      ["1997-09-02", "1997-09-16", "1997-09-30", "1997-10-14", "1997-10-28"],
    ],
    [
      "every 10 days, 5 occurrences",
      { count: 10, unit: "D" },
      ["1997-09-02", "1997-09-12", "1997-09-22", "1997-10-02", "1997-10-12"],
    ],
  ])("RFC 5545's example: %s", (_, every, wanted) => {
    const cadence = {
      ...plain,
      every,
      at: "09:00",
      from: { from: "date" as const, date: "1997-09-02" },
    };
    expect(
      days(5, cadence, { enrolledAt: "1997-01-01T00:00:00Z", zone: "America/New_York" }),
    ).toEqual(wanted);
  });
  test("counted from enrolling and moved to a Monday, as the library has Mondays", () => {
    const cadence: Cadence = {
      ...plain,
      from: { from: "enrolled" },
      firstAtOnce: false,
      weekdays: [1],
    };
    // Enrolled on Friday 5 March: the Mondays after 12 March.
    const rule = new RRule({
      freq: RRule.WEEKLY,
      byweekday: RRule.MO,
      count: 8,
      dtstart: noon("2027-03-12"),
    });
    expect(days(8, cadence, { enrolledAt: "2027-03-05T14:20:00Z" })).toEqual(dates(rule));
  });
});

describe("a weekly Monday over two closed Mondays", () => {
  // Enrolled on Friday 5 March 2027; Monday 22 March and Easter Monday 29 March are closed.
  const closed = ["2027-03-22", "2027-03-29"];
  const monday: Cadence = {
    ...plain,
    from: { from: "enrolled" },
    firstAtOnce: false,
    weekdays: [1],
    workdays: true,
  };
  const enrolledAt = "2027-03-05T14:20:00Z";
  test("chained, it slides and never doubles", () => {
    expect(days(5, { ...monday, way: "chained" }, { enrolledAt, closed })).toEqual([
      "2027-03-15",
      "2027-04-05",
      "2027-04-12",
      "2027-04-19",
      "2027-04-26",
    ]);
  });
  test("on the grid, two come on the Monday after (section 3)", () => {
    expect(days(5, monday, { enrolledAt, closed })).toEqual([
      "2027-03-15",
      "2027-04-05",
      "2027-04-05",
      "2027-04-05",
      "2027-04-12",
    ]);
  });
  test("chained, no two ever open on one day, whatever is closed (property)", () => {
    const day = fc
      .integer({ min: 0, max: 120 })
      .map((n) => new Date(Date.UTC(2027, 2, 5 + n)).toISOString().slice(0, 10));
    fc.assert(
      fc.property(
        fc.uniqueArray(day, { maxLength: 60 }),
        fc.integer({ min: 1, max: 20 }),
        (shut, count) => {
          const found = days(
            8,
            { ...monday, every: { count, unit: "D" }, way: "chained" },
            { enrolledAt, closed: shut },
          );
          expect(new Set(found).size).toBe(8);
          expect(found.toSorted()).toEqual(found);
          for (const date of found) expect(shut).not.toContain(date);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe("public holidays as closed days", () => {
  // As the package date-holidays has them: Portugal and Germany (Berlin), 2027 and 2028.
  test.each([
    ["PT", undefined, "Europe/Lisbon"],
    ["DE", "BE", "Europe/Berlin"],
  ])(
    "%s: a workday cadence falls on none of them, and on the first day after that is open",
    (country, state, zone) => {
      const calendar = state ? new Holidays(country, state) : new Holidays(country);
      const closed = [2027, 2028].flatMap((year) =>
        calendar
          .getHolidays(year)
          .filter(({ type }) => type === "public")
          .map(({ date }) => date.slice(0, 10)),
      );
      expect(closed.length).toBeGreaterThan(17);
      const cadence: Cadence = {
        ...plain,
        every: { count: 1, unit: "D" },
        workdays: true,
        way: "chained",
        from: { from: "date", date: "2027-01-01" },
      };
      const found = days(500, cadence, { closed, zone });
      const open = (date: string) =>
        ![0, 6].includes(noon(date).getUTCDay()) && !closed.includes(date);
      const wanted: string[] = [];
      for (
        let at = noon("2027-01-01");
        wanted.length < 500;
        at = new Date(at.getTime() + 86_400_000)
      ) {
        const date = at.toISOString().slice(0, 10);
        if (open(date)) wanted.push(date);
      }
      expect(found).toEqual(wanted);
    },
  );
});

describe("the first item", () => {
  test("at once has no gate; else it waits a step", () => {
    const gates = cadenceGates(["a", "b"], { ...plain, from: { from: "enrolled" }, at: null });
    expect(gates.get("a")).toBeNull();
    expect(gates.get("b")?.when).toEqual([{ from: "enrolled", add: "P1W" }]);
    const later = cadenceGates(["a"], {
      ...plain,
      from: { from: "enrolled" },
      at: null,
      firstAtOnce: false,
    });
    expect(later.get("a")?.when).toEqual([{ from: "enrolled", add: "P1W" }]);
  });
  test("at once, though it is noon on a Friday, the hour is seven and the day Monday", () => {
    const found = cadenceGates(["a"], { ...plain, from: { from: "enrolled" }, weekdays: [1] });
    expect(found.get("a")).toBeNull();
  });
  test("of a chain after another item counts from it", () => {
    const gates = cadenceGates(["b", "c"], {
      ...plain,
      from: { from: "completed", item: "a" },
      firstAtOnce: false,
      way: "chained",
      at: null,
    });
    expect([...gates.values()].map((gate) => gate?.when[0])).toEqual([
      { from: "completed", item: "a", add: "P1W" },
      { from: "opened", item: "b", add: "P1W" },
    ]);
  });
});

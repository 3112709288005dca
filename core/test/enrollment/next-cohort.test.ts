import fc from "fast-check";
import { DateTime } from "luxon";
import { daysBetween, landingsOf, nextCohort, seriesFrom } from "../../src/enrollment";
import { cohortSchema, courseSchema, type PlanGate, type PlanSchool } from "../../src/plan";

const gate = (moment: object): PlanGate => ({ need: "all", when: [moment] }) as unknown as PlanGate;
const school: PlanSchool = {
  timeZone: "Europe/Lisbon",
  currency: "EUR",
  calendar: { weekend: [6, 7], closed: ["2027-01-18", "2027-03-01"] },
} as PlanSchool;
const course = courseSchema.parse({
  id: "c",
  title: "Rye",
  releaseHour: "07:00",
  modules: [
    { id: "m1", title: "One", lessons: [{ id: "l1", title: "First" }] },
    { id: "m2", title: "Two", gate: gate({ from: "cohort-start", add: "P7D" }), lessons: [] },
    { id: "m3", title: "Three", gate: gate({ from: "date", date: "2026-11-23" }), lessons: [] },
    { id: "m4", title: "Four", gate: gate({ from: "completed", item: "l1" }), lessons: [] },
  ],
});
const autumn = cohortSchema.parse({
  id: "k1",
  course: "c",
  window: { opens: "2026-10-05", closes: "2026-11-01" },
  starts: "2026-11-02",
  ends: "2026-12-20",
  grace: 7,
  seats: 16,
  gates: { m1: gate({ from: "date", date: "2026-11-04", at: "09:30" }) },
});

describe("a cohort from an earlier one moves every date by the same local days (calculations.md 6)", () => {
  test("to the day", () => {
    const wish = { starts: "2027-01-13", wholeWeeks: false, gates: "keep" } as const;
    expect(nextCohort(autumn, course, wish, "k2")).toEqual({
      ...autumn,
      id: "k2",
      window: { opens: "2026-12-16", closes: "2027-01-12" },
      starts: "2027-01-13",
      ends: "2027-03-02",
      gates: {
        m1: gate({ from: "date", date: "2027-01-15", at: "09:30" }),
        // The course's own date would be the earlier cohort's.
        m3: gate({ from: "date", date: "2027-02-03" }),
      },
    });
  });
  test("by whole weeks, the nearest to the day asked for, so that weekdays stay", () => {
    const wish = { starts: "2027-01-13", wholeWeeks: true, gates: "keep" } as const;
    expect(daysBetween(autumn, wish)).toBe(70);
    expect(nextCohort(autumn, course, wish, "k2").starts).toBe("2027-01-11");
  });
  test("its own gates left behind where that is wanted", () => {
    const wish = { starts: "2027-01-11", wholeWeeks: true, gates: "reset" } as const;
    expect(nextCohort(autumn, course, wish, "k2").gates).toEqual({});
  });
  test("each date as a general library moves it (Luxon), and the way back is the way there", () => {
    const days = fc.integer({ min: -4000, max: 4000 });
    fc.assert(
      fc.property(days, (n) => {
        const moved = (date: string) => DateTime.fromISO(date).plus({ days: n }).toISODate() ?? "";
        const starts = moved(autumn.starts);
        const next = nextCohort(autumn, course, { starts, wholeWeeks: false, gates: "keep" }, "n");
        expect([next.ends, next.window?.opens, next.window?.closes]).toEqual(
          ["2026-12-20", "2026-10-05", "2026-11-01"].map(moved),
        );
        const back = { starts: autumn.starts, wholeWeeks: false, gates: "keep" } as const;
        const { m1, ...others } = nextCohort(next, { modules: [] }, back, "k1").gates;
        expect(m1).toEqual(autumn.gates.m1);
        expect(others.m3).toEqual(course.modules[2]?.gate);
      }),
    );
  });
});

describe("what lands on a day that is shut is listed, never moved", () => {
  const wish = { starts: "2027-01-11", wholeWeeks: true, gates: "keep" } as const;
  const next = nextCohort(autumn, course, wish, "k2");
  test("with the gate that would go on to the next workday; what waits for people lands nowhere", () => {
    const { shut, late } = landingsOf(school, course, next, false);
    expect(shut).toEqual([
      {
        what: { item: "m2" },
        date: "2027-01-18",
        shut: "closed",
        mended: gate({ from: "cohort-start", add: "P7D", workdays: true }),
      },
    ]);
    expect(late).toEqual([]);
  });
  test("the mend does what it says", () => {
    const m2 = landingsOf(school, course, next, false).shut[0]?.mended ?? null;
    const mended = { ...next, gates: { ...next.gates, m2 } };
    expect(landingsOf(school, course, mended, true).shut).toEqual([]);
  });
  test("a first day on a weekend counts where weekdays are not kept, a last one does not", () => {
    const saturday = { ...next, starts: "2027-01-16" };
    const days = (weekends: boolean) =>
      landingsOf(school, course, saturday, weekends).shut.map(({ what, date }) => [what, date]);
    expect(days(false)).toEqual([]);
    expect(days(true)).toEqual([
      ["starts", "2027-01-16"],
      [{ item: "m2" }, "2027-01-23"],
    ]);
  });
  test("what opens after the last day is late", () => {
    const { late } = landingsOf(school, course, { ...next, ends: "2027-01-31" }, false);
    expect(late).toMatchObject([{ what: { item: "m3" }, date: "2027-02-01" }]);
  });
  test("nothing goes to a workday that counts in hours", () => {
    const hours = gate({ from: "cohort-start", add: "PT168H" });
    const { shut } = landingsOf(school, course, { ...next, gates: { m2: hours } }, false);
    expect(shut).toMatchObject([{ what: { item: "m2" }, mended: null }]);
  });
});

test("a series counts from its first, so that the 31st stays the last of its month (Luxon)", () => {
  expect(seriesFrom("2027-01-31", { count: 1, unit: "M" }, 3)).toEqual([
    "2027-01-31",
    "2027-02-28",
    "2027-03-31",
  ]);
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 12 }),
      fc.constantFrom("W" as const, "M" as const),
      fc.integer({ min: 1, max: 40 }),
      (count, unit, times) => {
        const first = DateTime.fromISO("2027-08-31");
        const expected = Array.from({ length: times }, (_, k) =>
          first.plus(unit === "W" ? { weeks: count * k } : { months: count * k }).toISODate(),
        );
        expect(seriesFrom("2027-08-31", { count, unit }, times)).toEqual(expected);
      },
    ),
  );
});

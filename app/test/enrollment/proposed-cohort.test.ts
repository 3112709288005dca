import type { Course } from "@dawngate/contract/courses";
import { courseSchema } from "@dawngate/core/plan";
import { openCohort } from "../../src/enrollment/enroll-sheet";
import { proposedCohort } from "../../src/enrollment/proposed-cohort";

const school = {
  timeZone: "Europe/Lisbon",
  currency: "EUR",
  calendar: { weekend: [6, 7], closed: [] },
};
const course = (...modules: object[]) =>
  ({
    ...courseSchema.parse({ id: "c", title: "C", releaseHour: "07:00", modules }),
    version: 1,
    publishedAt: "",
    people: 0,
    written: [],
    cohorts: [],
  }) as unknown as Course;
const after = (days: number) => ({
  need: "all",
  when: [{ from: "cohort-start", add: `P${days}D` }],
});

test("it begins on a Monday two weeks off at the earliest, people come in until the day before, and it ends a week after the last opening", () => {
  const modules = [
    { id: "m", title: "Dough", lessons: [] },
    { id: "n", title: "Shaping", gate: after(42), lessons: [] },
  ];
  // Sat 28 Nov 2026 + 14 days = Sat 12 Dec; the Monday after it is the 14th; 42 days later is Mon 25 Jan.
  expect(proposedCohort(school, course(...modules), "2026-11-28")).toEqual({
    starts: "2026-12-14",
    ends: "2027-02-01",
    opens: "2026-11-28",
    closes: "2026-12-13",
    last: "Shaping",
  });
});

test("where nothing opens later it lasts four weeks", () => {
  expect(
    proposedCohort(school, course({ id: "m", title: "Dough", lessons: [] }), "2026-11-30"),
  ).toMatchObject({ starts: "2026-12-14", ends: "2027-01-10", last: null });
});

test("somebody who is enrolled by hand belongs to the cohort that takes people now, has a seat free, and starts first", () => {
  const one = (
    id: string,
    opens: string,
    closes: string,
    starts: string,
    seats: number | null,
  ) => ({
    id,
    name: id,
    window: { opens, closes },
    starts,
    ends: "2027-12-31",
    grace: null,
    gates: {},
    seats,
    place: "",
    link: "",
    people: 5,
    written: [],
  });
  const cohorts = [
    one("later", "2026-11-01", "2027-01-31", "2027-02-01", null),
    one("next", "2026-11-01", "2026-12-31", "2027-01-04", 6),
    one("full", "2026-11-01", "2026-12-31", "2026-12-07", 5),
    one("over", "2026-10-01", "2026-10-31", "2026-11-02", null),
  ];
  expect(openCohort(cohorts, "2026-11-28")).toBe("next");
  expect(openCohort(cohorts.slice(3), "2026-11-28")).toBeNull();
});

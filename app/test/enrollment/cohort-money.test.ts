/** What cohorts brought: asked for by the months in which they can have, added up by course and cohort. */
import { moneyOf, monthsOf } from "../../src/enrollment/compare/cohort-money";

test("a year before the first of them begins, a year after the last or after today, five years at the most", () => {
  expect(monthsOf(["2027-04-05", "2026-10-01"], "2027-03-10")).toEqual({
    from: "2025-10",
    to: "2028-04",
  });
  expect(monthsOf(["2026-10-01"], "2027-03-10")).toEqual({ from: "2025-10", to: "2028-03" });
  expect(monthsOf(["2019-01-01"], "2027-03-10")).toEqual({ from: "2023-04", to: "2028-03" });
});

test("only what was bought of this course for this cohort counts", () => {
  const row = (course: string, cohort: string | null, received: number, due: number) => ({
    listing: { id: "l", title: "L" },
    course: { id: course, title: "C" },
    cohort: cohort === null ? null : { id: cohort, name: "K" },
    partner: null,
    renewed: false,
    months: [
      { month: "2027-03", received, due: 0, earned: 0, deferred: 0 },
      { month: "2027-04", received: -100, due, earned: 0, deferred: 0 },
    ],
  });
  const rows = [
    row("c", "k", 500, 30),
    row("c", "k", 200, 0),
    row("c", null, 9000, 9),
    row("d", "k", 7, 7),
  ];
  expect(moneyOf({ rows }, "c", "k")).toEqual({ received: 500, due: 30 });
  expect(moneyOf({ rows }, "c", "other")).toEqual({ received: 0, due: 0 });
});

import type { YearCohort, YearCourse } from "@dawngate/contract/year";
import { formatDate } from "@dawngate/core/time";
import fc from "fast-check";
import { dayAfter, read } from "../../src/enrollment/days";
import {
  barOf,
  besideOf,
  byDay,
  lanesOf,
  leadsTwo,
  monthsOf,
  placeIn,
  spanOf,
} from "../../src/enrollment/year/arrange";

const cohort = (id: string, starts: string, ends: string, more: Partial<YearCohort> = {}) => ({
  id,
  name: id,
  window: null,
  starts,
  ends,
  grace: null,
  seats: 16,
  people: 0,
  waiting: 0,
  leaders: [],
  listed: true,
  ...more,
});
const course = (
  id: string,
  cohorts: YearCohort[],
  sales: YearCourse["sales"] = [],
): YearCourse => ({
  id,
  title: id,
  published: true,
  window: null,
  cohorts,
  sales,
});

test("a span is whole months around a day; a leap February among them", () => {
  const span = spanOf("2028-01-31", -1, 3);
  expect([formatDate(span.from), formatDate(span.through)]).toEqual(["2027-12-01", "2028-02-29"]);
  expect(monthsOf(span).map(({ label }) => label)).toEqual(["Dec 2027", "Jan 2028", "Feb"]);
});

test("of two years the quarters are named, each year where it begins", () => {
  const labels = (from: string) => monthsOf(spanOf(from, -3, 24)).map(({ label }) => label);
  const years = ["Oct", "Jan 2027", "Apr", "Jul", "Oct", "Jan 2028", "Apr", "Jul"];
  expect(labels("2027-01-15")).toEqual(["Oct 2026", ...years.slice(1)]);
  // Begun within a quarter, the first that is named is the next.
  expect(labels("2027-02-15")[0]).toBe("Jan 2027");
  expect(labels("2027-02-15")).toHaveLength(8);
});

test("places grow with days, and nothing stands outside of the chart", () => {
  const span = spanOf("2027-06-15", 0, 12);
  const x = placeIn(span, 900);
  fc.assert(
    fc.property(fc.integer({ min: -500, max: 900 }), (days) => {
      const [here, next] = [days, days + 1].map((d) => x(read(dayAfter("2027-06-01", d))));
      expect(here).toBeGreaterThanOrEqual(0);
      expect(next).toBeLessThanOrEqual(900);
      expect(next).toBeGreaterThanOrEqual(here as number);
    }),
  );
});

test("no two bars of one lane meet, nor two windows", () => {
  const span = spanOf("2027-01-01", 0, 12);
  const x = placeIn(span, 1000);
  const any = fc
    .tuple(fc.integer({ min: 0, max: 330 }), fc.integer({ min: 0, max: 120 }))
    .map(([from, days]) => ({
      starts: dayAfter("2027-01-01", from),
      ends: dayAfter("2027-01-01", from + days),
    }));
  fc.assert(
    fc.property(fc.array(any, { maxLength: 12 }), (all) => {
      const placed = lanesOf(
        all.map(({ starts, ends }, i) =>
          cohort(`k${i}`, starts, ends, {
            window: { opens: dayAfter(starts, -40), closes: dayAfter(starts, -1) },
          }),
        ),
        x,
      );
      for (const [i, one] of placed.entries())
        for (const other of placed.slice(i + 1)) {
          if (one.lane !== other.lane) continue;
          const apart = (a: [string, string], b: [string, string]) =>
            x(read(a[1])) <= x(read(b[0])) || x(read(b[1])) <= x(read(a[0]));
          const bar = ({ cohort: k }: typeof one): [string, string] => [k.starts, k.ends];
          expect(apart(bar(one), bar(other))).toBe(true);
        }
    }),
  );
});

test("a name that a bar has no room for stands beside it, shortened, and keeps others off", () => {
  const wide = placeIn(spanOf("2027-01-01", 0, 10), 900);
  const narrow = placeIn(spanOf("2027-01-01", 0, 24), 900);
  const named = {
    name: "Autumn term in Lisbon, evenings",
    starts: "2027-02-01",
    ends: "2027-03-14",
  };
  expect(barOf({ ...named, name: "Autumn" }, wide).namedBeside).toBe(false);
  expect(barOf(named, narrow).namedBeside).toBe(true);
  expect(besideOf(named.name)).toBe("Autumn term in Lisbon, …");
  // However short, it can be pressed.
  expect(barOf({ ...named, ends: "2027-02-01" }, narrow).width).toBe(40);
  const soon = cohort("k2", "2027-07-01", "2027-08-01");
  const lanes = (name: string) =>
    lanesOf([{ ...cohort("k1", named.starts, named.ends), name }, soon], narrow).map(
      ({ lane }) => lane,
    );
  expect(lanes("A")).toEqual([0, 0]);
  expect(lanes(named.name)).toEqual([0, 1]);
});

test("who leads two cohorts at once is said, with the days", () => {
  const led = { leaders: ["Piet"] };
  const rye = course("Rye", [
    cohort("Autumn", "2027-01-04", "2027-02-28", led),
    cohort("Spring", "2027-03-01", "2027-04-30", led),
  ]);
  const oven = course("Oven", [cohort("Dec", "2027-02-15", "2027-03-05", led)]);
  expect(leadsTwo([rye, oven])).toEqual([
    "Piet leads Autumn (Rye) and Dec (Oven) at once: Mon 15 Feb 2027 to Sun 28 Feb 2027.",
    "Piet leads Spring (Rye) and Dec (Oven) at once: Mon 1 Mar 2027 to Fri 5 Mar 2027.",
  ]);
  expect(leadsTwo([rye])).toEqual([]);
});

test("the year as a list: all that begins and ends in it, by day", () => {
  const window = { opens: "2027-01-05", closes: "2027-02-01" };
  const rye = course(
    "Rye",
    [cohort("Spring", "2027-02-08", "2027-05-01", { window })],
    [{ listing: "l", title: "Early", window: { opens: "2026-12-01", closes: "2027-01-05" } }],
  );
  const dated = byDay([rye], spanOf("2027-01-20", 0, 2));
  expect(dated.map(({ date, says }) => `${date} ${says}`)).toEqual([
    "2027-01-05 Enrolling into Spring begins",
    "2027-01-05 “Early” is sold no longer",
    "2027-02-01 Enrolling into Spring ends",
    "2027-02-08 Spring begins",
  ]);
});

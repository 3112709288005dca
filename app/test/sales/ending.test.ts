/** What ends as a table and a picture have it: by month, of all or of what was bought alike. */
import type { Ending } from "@dawngate/contract/sales";
import { byMonth, hangsOn, partsOf, peopleOf } from "../../src/sales/ending/ending-rows";

const row = (
  title: string | null,
  months: [month: string, people: number, hangs: number][],
  cancelled = false,
): Ending["rows"][number] => ({
  listing: title === null ? null : { id: title.toLowerCase(), title },
  cancelled,
  price: 100,
  months: months.map(([month, people, hangs]) => ({ month, people, hangs })),
});
const ROWS = [
  row("Rye", [
    ["2027-03", 1, 100],
    ["2027-05", 2, 200],
  ]),
  row("Rye", [["2027-05", 1, 15]], true),
  row(null, [["2027-05", 9, 0]]),
];
const MONTHS = ["2027-03", "2027-04", "2027-05"];

test("what most people are in stands first; what was cancelled and what was not bought are named so", () => {
  expect(partsOf({ rows: ROWS }).map(({ name }) => name)).toEqual([
    "Not bought",
    "Rye",
    "Rye, cancelled",
  ]);
  expect(new Set(partsOf({ rows: ROWS }).map(({ id }) => id)).size).toBe(3);
});

test("every month is there, also one in which nothing ends; what is cancelled hangs on nobody", () => {
  expect(byMonth({ months: MONTHS }, ROWS)).toEqual([
    { month: "2027-03", people: 1, hangs: 100, cancelled: 0 },
    { month: "2027-04", people: 0, hangs: 0, cancelled: 0 },
    { month: "2027-05", people: 12, hangs: 200, cancelled: 15 },
  ]);
  const all = ROWS.flatMap(({ months }) => months);
  expect([peopleOf(all), hangsOn(all)]).toEqual([13, 315]);
});

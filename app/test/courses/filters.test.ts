import type { CourseSummary } from "@dawngate/contract/courses";
import { grouped, isFound, SHOWN } from "../../src/courses/filters";

const course = (id: string, more: Partial<CourseSummary> = {}): CourseSummary => ({
  id,
  title: id,
  modules: 1,
  lessons: 1,
  minutes: 0,
  enrolled: 0,
  cohorts: 0,
  version: 1,
  archived: false,
  catalog: "unlisted",
  group: "",
  cover: null,
  nextOpening: null,
  written: [],
  ...more,
});

test("a course is found by any part of its words, accents and capitals aside, in any order", () => {
  const bread = course("b", { title: "Pão de centeio no Inverno", group: "Rye" });
  for (const words of ["", "  ", "pao", "INVERNO pão", "cent", "rye centeio"])
    expect(isFound(bread, words)).toBe(true);
  for (const words of ["wheat", "pao wheat"]) expect(isFound(bread, words)).toBe(false);
});

test("and by what the school notes about it", () => {
  const bread = course("b", { title: "Bread", written: [{ name: "Paid from", says: "The fund" }] });
  expect(isFound(bread, "bread fund")).toBe(true);
  // What a field is called is no word of a course.
  expect(isFound(bread, "paid")).toBe(false);
});

test("the archive is apart from all other kinds", () => {
  const kinds = (one: CourseSummary) =>
    Object.entries(SHOWN).flatMap(([name, shown]) => (shown(one) ? [name] : []));
  expect(kinds(course("a"))).toEqual(["current", "published"]);
  expect(kinds(course("a", { version: null }))).toEqual(["current", "drafts"]);
  expect(kinds(course("a", { archived: true }))).toEqual(["archived"]);
  expect(kinds(course("a", { archived: true, version: null }))).toEqual(["archived"]);
});

test("groups stand in the order of their first course, courses without one before them", () => {
  const list = [
    course("1", { group: "Rye" }),
    course("2"),
    course("3", { group: "Wheat" }),
    course("4", { group: "Rye" }),
  ];
  expect(grouped(list).map(([group, courses]) => [group, courses.map(({ id }) => id)])).toEqual([
    ["", ["2"]],
    ["Rye", ["1", "4"]],
    ["Wheat", ["3"]],
  ]);
  expect(grouped([])).toEqual([]);
});

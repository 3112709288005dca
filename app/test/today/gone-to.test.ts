import type { Goal } from "../../src/today/goal";
import { latest, remember, usedFirst } from "../../src/today/gone-to";

const goal = (title: string): Goal => ({ kind: "lesson", title, says: "", href: `/${title}` });

test("what one went to stands in front of what else was found, the most used first; the rest keeps its order", () => {
  const all = ["A", "B", "C", "D"].map(goal);
  expect(usedFirst("one", all)).toEqual(all);
  for (const title of ["C", "B", "C"]) remember("one", goal(title));
  expect(usedFirst("one", all).map(({ title }) => title)).toEqual(["C", "B", "A", "D"]);
  // Another school's use is its own, and what is not kept is not invented.
  expect(usedFirst("two", all)).toEqual(all);
  expect(latest("one", 1).map(({ title }) => title)).toEqual(["C"]);
});

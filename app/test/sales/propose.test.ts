/** A course in parts as it is proposed: by minutes or equally, dearer alone, and with prices and titles of one's own. */
import { newLesson, newModule } from "@dawngate/core/courses";
import { courseSchema } from "@dawngate/core/plan";
import { proposeParts, type Wanted } from "../../src/sales/parts/propose";

const lesson = (id: string, minutes: number) => ({ ...newLesson(id, id), minutes });
const course = courseSchema.parse({
  id: "c",
  title: "Rye",
  modules: [
    { ...newModule("a", "Starter"), lessons: [lesson("a1", 10), lesson("a2", 20)] },
    { ...newModule("b", "Dough"), lessons: [lesson("b1", 60)] },
    {
      ...newModule("d", "Oven"),
      gate: { need: "all", when: [{ from: "opened", item: "b", add: "P7D" }] },
      lessons: [lesson("d1", 30)],
    },
  ],
});
const wanted: Wanted = {
  cuts: new Set(["b", "d"]),
  together: 12_000,
  uplift: 10,
  by: "minutes",
  titles: {},
  amounts: {},
};

test("by minutes, a tenth dearer alone: 30, 60 and 30 of 120 minutes", () => {
  const { parts, bundle, loosened } = proposeParts(course, wanted, "EUR");
  expect(parts.map(({ title, minutes, amount }) => [title, minutes, amount])).toEqual([
    ["Rye, part 1", 30, 3300],
    ["Rye, part 2", 60, 6600],
    ["Rye, part 3", 30, 3300],
  ]);
  expect(bundle).toMatchObject({ singles: 13_200, price: 12_000, saving: 1200, savingBp: 909 });
  expect(loosened).toEqual([{ item: "Oven", from: "Dough" }]);
});

test("fewer cuts are fewer parts; equally; nothing is lost within a part", () => {
  const { parts, loosened } = proposeParts(
    course,
    { ...wanted, cuts: new Set(["b"]), by: "equal", uplift: 0 },
    "EUR",
  );
  expect(parts.map(({ modules, amount }) => [modules, amount])).toEqual([
    [["Starter"], 6000],
    [["Dough", "Oven"], 6000],
  ]);
  expect(loosened).toEqual([]);
});

test("a title and a price of one's own stay with the module that begins the part", () => {
  const { parts, bundle } = proposeParts(
    course,
    { ...wanted, titles: { b: "The dough" }, amounts: { b: 9900 } },
    "EUR",
  );
  expect(parts[1]).toMatchObject({ title: "The dough", amount: 9900 });
  expect(bundle?.singles).toBe(3300 + 9900 + 3300);
});

test("without a price of all there are no figures, and each part can still have its own", () => {
  const { parts, bundle } = proposeParts(
    course,
    { ...wanted, together: null, amounts: { a: 100 } },
    "EUR",
  );
  expect(parts.map(({ amount }) => amount)).toEqual([100, null, null]);
  expect(bundle).toBeNull();
});

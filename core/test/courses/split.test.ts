/** A course in parts: whole modules in their order, rows under their names, and what counted across parts said. */
import fc from "fast-check";
import { newLesson, newModule, splitCourse } from "../../src/courses";
import { courseSchema, itemsOf } from "../../src/plan";

const opened = (item: string) => ({
  need: "all" as const,
  when: [
    { from: "opened" as const, item, add: "P7D" },
    { from: "date" as const, date: "2027-03-01" },
  ],
});
const lesson = (id: string, minutes: number | null = null, more = {}) => ({
  ...newLesson(id, `Lesson ${id}`),
  minutes,
  ...more,
});
const course = courseSchema.parse({
  id: "whole",
  title: "Whole",
  clock: "enrollee",
  validity: [
    { from: "enrolled", add: "P1Y" },
    { from: "completed", item: "c1", add: "P30D" },
  ],
  modules: [
    { ...newModule("a", "A"), lessons: [lesson("a1", 20), lesson("a2", 5)] },
    { ...newModule("b", "B"), gate: opened("a"), lessons: [lesson("b1", 10)] },
    {
      ...newModule("c", "C"),
      gate: { need: "all", when: [{ from: "opened", item: "b", add: "P7D" }] },
      lessons: [lesson("c1", null, { due: { from: "completed", item: "a1", add: "P3D" } })],
    },
  ],
});
const part = (id: string, first: string) => ({ id, title: `Part ${id}`, first });

test("modules go to the part that begins at or before them, with names, clock and minutes kept", () => {
  const split = splitCourse(course, [part("one", "a"), part("two", "c")]);
  expect(
    split?.parts.map(({ course: { id, title, clock, modules }, minutes }) => [
      id,
      title,
      clock,
      modules.map((module) => module.id),
      minutes,
    ]),
  ).toEqual([
    ["one", "Part one", "enrollee", ["a", "b"], 35],
    ["two", "Part two", "enrollee", ["c"], 0],
  ]);
  // Within the first part nothing is lost.
  expect(split?.parts[0]?.course.modules[1]?.gate).toEqual(opened("a"));
});

test("what counted from another part goes without that moment, and is named with what it counted from", () => {
  const split = splitCourse(course, [part("one", "a"), part("two", "b"), part("three", "c")]);
  expect(split?.loosened).toEqual([
    { item: "B", from: "A" },
    { item: "C", from: "B" },
    { item: "Lesson c1", from: "Lesson a1" },
  ]);
  const [, two, three] = split?.parts ?? [];
  expect(two?.course.modules[0]?.gate?.when).toEqual([{ from: "date", date: "2027-03-01" }]);
  expect(three?.course.modules[0]).toMatchObject({ gate: null, lessons: [{ due: null }] });
  // Access that hung on a lesson hangs on it in the part that holds it, and nowhere else.
  expect(two?.course.validity).toEqual([{ from: "enrolled", add: "P1Y" }]);
  expect(three?.course.validity).toEqual(course.validity);
});

test.each([
  ["no parts", []],
  ["the first does not begin the course", [part("one", "b")]],
  ["the same beginning twice", [part("one", "a"), part("two", "a")]],
  ["out of order", [part("one", "a"), part("two", "c"), part("three", "b")]],
  ["a module that is not there", [part("one", "a"), part("two", "x")]],
])("%s: it is not split", (_, parts) => {
  expect(splitCourse(course, parts)).toBeNull();
});

test("whatever the cuts: every row stands in one part, in its order, and each part is a plan's course", () => {
  fc.assert(
    fc.property(fc.subarray(["b", "c"]), (cuts) => {
      const split = splitCourse(
        course,
        ["a", ...cuts].map((first, i) => part(`p${i}`, first)),
      );
      const courses = (split?.parts ?? []).map((one) => courseSchema.parse(one.course));
      expect(courses.flatMap(itemsOf).map(({ id }) => id)).toEqual(
        itemsOf(course).map(({ id }) => id),
      );
      for (const one of courses) {
        const held = new Set(itemsOf(one).map(({ id }) => id));
        for (const row of itemsOf(one))
          for (const moment of row.gate?.when ?? [])
            if ("item" in moment) expect(held).toContain(moment.item);
      }
    }),
  );
});

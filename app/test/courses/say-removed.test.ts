import { courseSchema } from "@dawngate/core/plan";
import { sayRemoved } from "../../src/courses/edit/say-removed";

const lesson = (id: string, title: string) => ({ id, title, kind: "text" });
const course = courseSchema.parse({
  id: "c",
  title: "Bread",
  modules: [
    { id: "m1", title: "Shaping", lessons: [lesson("l1", "Round"), lesson("l2", "")] },
    { id: "m2", title: "", lessons: [] },
  ],
});
const remove = (...items: string[]) => items.map((item) => ({ type: "remove" as const, item }));

test.each([
  ["a lesson", remove("l1"), "Removed “Round”."],
  ["a module with its lessons", remove("m1"), "Removed “Shaping” and its 2 lessons."],
  ["several", remove("m1", "l1"), "Removed 2 rows."],
  ["a line that was left empty", remove("l2"), null],
  ["a module that was never named, with nothing in it", remove("m2"), null],
  ["what is not there", remove("nothing"), null],
])("%s", (_, operations, said) => expect(sayRemoved(course, operations)).toBe(said));

test("what only changes says nothing", () => {
  expect(sayRemoved(course, [{ type: "set-course", set: { title: "X" } }])).toBeNull();
});

import { newLesson, newModule, publishable } from "../../src/courses";
import { courseSchema } from "../../src/plan";

const lesson = (id: string, title: string, more = {}) => ({ ...newLesson(id, title), ...more });
const publish = (...modules: object[]) =>
  publishable(courseSchema.parse({ id: "c", title: "C", modules })).modules.map(
    ({ title, lessons }) => `${title}(${lessons.map((one) => one.title).join(" ")})`,
  );

test("rows that somebody began and left are not published", () => {
  expect(
    publish(
      {
        ...newModule("a", "Dough"),
        lessons: [lesson("l", "Flour"), lesson("m", ""), lesson("n", "  ")],
      },
      newModule("b", ""),
      { ...newModule("d", " "), lessons: [lesson("o", "")] },
    ),
  ).toEqual(["Dough(Flour)"]);
});

test("what holds something and has no title is called what its author saw in its place", () => {
  expect(
    publish(newModule("a", "Dough"), {
      ...newModule("b", ""),
      lessons: [lesson("l", "Flour"), lesson("m", "", { empty: false })],
    }),
  ).toEqual(["Dough()", "Module 2(Flour Lesson 2)"]);
});

test("an empty row that something counts from stays", () => {
  const gate = { need: "all", when: [{ from: "completed", item: "l" }] };
  expect(
    publish(
      { ...newModule("a", "Dough"), lessons: [lesson("l", "")] },
      { ...newModule("b", "Bake"), gate },
    ),
  ).toEqual(["Dough(Lesson 1)", "Bake()"]);
});

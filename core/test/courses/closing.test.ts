import { addClosing, applyOperation, lacksClosing, newLesson, newModule } from "../../src/courses";
import { courseSchema, type PlanCourse } from "../../src/plan";

const course = (...titles: string[]): PlanCourse =>
  courseSchema.parse({
    id: "c",
    title: "C",
    modules: titles.map((title, i) => newModule(`m${i}`, title)),
  });

test("a course of some size without an end is offered one, and not twice", () => {
  const open = course("Dough", "Dimples", "Toppings");
  expect(lacksClosing(open)).toBe(true);
  let serial = 0;
  const closed = addClosing(open, () => `n${serial++}`).reduce((now, operation) => {
    const applied = applyOperation(now, operation);
    if (!applied.ok) throw new Error(applied.reason);
    return applied.course;
  }, open);
  expect(closed.modules.at(-1)?.lessons.map(({ title, empty }) => [title, empty])).toEqual([
    ["What you can do now", false],
    ["What comes next", false],
    ["A word back to us", false],
  ]);
  expect(lacksClosing(closed)).toBe(false);
});

test.each(["Summary", "What’s next", "Wrapping up", "Looking back", "Before you go"])(
  "a last module called “%s” is an end",
  (title) => expect(lacksClosing(course("A", "B", title))).toBe(false),
);

test("so is a last lesson that is one; a small course, or an empty one, needs none", () => {
  const made = course("A", "B", "C");
  const last = made.modules[2] as (typeof made.modules)[number];
  last.lessons = [newLesson("l", "Review the course")];
  expect(lacksClosing(made)).toBe(false);
  expect(lacksClosing(course("A", "B"))).toBe(false);
  expect(lacksClosing(course())).toBe(false);
});

import fc from "fast-check";
import { applyOperation, circularItems, type Operation, operationSchema } from "../../src/courses";
import { courseSchema, type PlanCourse } from "../../src/plan";

const base: PlanCourse = courseSchema.parse({
  id: "c",
  title: "Course",
  modules: [
    {
      id: "a",
      title: "A",
      lessons: [
        { id: "a1", title: "A1" },
        { id: "a2", title: "A2" },
      ],
    },
    { id: "b", title: "B", lessons: [{ id: "b1", title: "B1" }] },
  ],
});
const outline = (course: PlanCourse) =>
  course.modules
    .map(({ id, lessons }) => `${id}(${lessons.map((lesson) => lesson.id).join(" ")})`)
    .join(" ");
const played = (course: PlanCourse, operation: Operation) => {
  const applied = applyOperation(course, operation);
  if (!applied.ok) throw new Error(applied.reason);
  return applied;
};

const ITEMS = ["a", "b", "a1", "a2", "b1", "x"];
const item = fc.constantFrom(...ITEMS);
const after = fc.option(item, { nil: null });
const lesson = fc.constantFrom("x", "y", "z").map((id) => ({ id, title: id.toUpperCase() }));
const operations = fc
  .oneof(
    fc.record({
      type: fc.constant("set-course"),
      set: fc.record(
        { title: fc.string(), releaseHour: fc.constantFrom(null, "07:00") },
        { requiredKeys: [] },
      ),
    }),
    fc.record({
      type: fc.constant("set-module"),
      item,
      set: fc.record(
        { title: fc.string(), visible: fc.constantFrom("draft", "published") },
        { requiredKeys: [] },
      ),
    }),
    fc.record({
      type: fc.constant("set-lesson"),
      item,
      set: fc.record({ minutes: fc.nat(90), required: fc.boolean() }, { requiredKeys: [] }),
    }),
    fc.record({
      type: fc.constant("insert-module"),
      module: fc.constantFrom("m", "n").map((id) => ({ id, title: id, lessons: [] })),
      after,
    }),
    fc.record({ type: fc.constant("insert-lesson"), lesson, module: item, after }),
    fc.record({ type: fc.constant("move-module"), item, after }),
    fc.record({ type: fc.constant("move-lesson"), item, module: item, after }),
    fc.record({ type: fc.constant("remove"), item }),
  )
  .map((operation) => operationSchema.parse(operation));

describe("operations on an outline", () => {
  test.each([
    [
      "a lesson moves to another module",
      { type: "move-lesson", item: "a1", module: "b", after: "b1" },
      "a(a2) b(b1 a1)",
    ],
    [
      "a lesson moves to the beginning",
      { type: "move-lesson", item: "a2", module: "a", after: null },
      "a(a2 a1) b(b1)",
    ],
    [
      "a module moves with its lessons",
      { type: "move-module", item: "a", after: "b" },
      "b(b1) a(a1 a2)",
    ],
    [
      "after what is gone is at the end",
      { type: "move-module", item: "a", after: "gone" },
      "b(b1) a(a1 a2)",
    ],
    ["a module goes with its lessons", { type: "remove", item: "a" }, "b(b1)"],
  ] as [string, Operation, string][])("%s", (_, operation, expected) => {
    expect(outline(played(base, operation).course)).toBe(expected);
  });

  test("taking any run of operations back leads to where one was, to the letter", () => {
    fc.assert(
      fc.property(fc.array(operations, { maxLength: 12 }), (run) => {
        let course = base;
        const inverses: Operation[] = [];
        for (const operation of run) {
          const applied = applyOperation(course, operation);
          if (!applied.ok) continue;
          course = applied.course;
          inverses.push(applied.inverse);
        }
        for (const inverse of inverses.reverse()) course = played(course, inverse).course;
        expect(course).toEqual(base);
      }),
    );
  });

  test("whatever is played, the result is a course, no name stands twice, and nothing is changed in place", () => {
    const before = JSON.stringify(base);
    fc.assert(
      fc.property(fc.array(operations, { maxLength: 12 }), (run) => {
        let course = base;
        for (const operation of run) {
          const applied = applyOperation(course, operation);
          if (applied.ok) course = applied.course;
          else expect(applied.reason).toMatch(/gone|already/);
        }
        const ids = course.modules.flatMap(({ id, lessons }) => [
          id,
          ...lessons.map((one) => one.id),
        ]);
        expect(new Set(ids).size).toBe(ids.length);
        expect(courseSchema.safeParse(course).success).toBe(true);
      }),
    );
    expect(JSON.stringify(base)).toBe(before);
  });

  test("a circle is found, whichever item one asks from", () => {
    const opened = (item: string) => ({
      need: "all" as const,
      when: [{ from: "opened" as const, item, add: "P1D" }],
    });
    const school = { timeZone: "UTC", currency: "EUR", calendar: { weekend: [6, 7], closed: [] } };
    let course = played(base, {
      type: "set-module",
      item: "a",
      set: { gate: opened("b") },
    } as Operation).course;
    expect(circularItems(school, course)).toEqual([]);
    course = played(course, {
      type: "set-module",
      item: "b",
      set: { gate: opened("a1") },
    } as Operation).course;
    expect(circularItems(school, course).sort()).toEqual(["a", "b"]);
  });
});

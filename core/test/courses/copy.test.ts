import {
  applyOperation,
  clipOf,
  newLesson,
  newModule,
  type Operation,
  putCopies,
} from "../../src/courses";
import { courseSchema, type PlanCourse } from "../../src/plan";

const opened = (item: string) => ({
  need: "all" as const,
  when: [{ from: "opened" as const, item, add: "P7D" }],
});
const from = courseSchema.parse({
  id: "from",
  title: "From",
  modules: [
    { ...newModule("a", "A"), lessons: [{ ...newLesson("a1", "One"), empty: false }] },
    { ...newModule("b", "B"), gate: opened("a"), lessons: [newLesson("b1", "Two")] },
    { ...newModule("d", "D"), gate: opened("b") },
  ],
});
const to = courseSchema.parse({ id: "to", title: "To", modules: [newModule("x", "X")] });
let serial = 0;
beforeEach(() => {
  serial = 0;
});
const newId = () => `n${serial++}`;
function play(course: PlanCourse, operations: Operation[]): PlanCourse {
  return operations.reduce((now, operation) => {
    const applied = applyOperation(now, operation);
    if (!applied.ok) throw new Error(applied.reason);
    return applied.course;
  }, course);
}
const titles = ({ modules }: PlanCourse) =>
  modules.map(({ title, lessons }) => `${title}(${lessons.map((one) => one.title).join(" ")})`);

test("modules come with their lessons, under names of their own", () => {
  const made = play(to, putCopies(to, clipOf(from, new Set(["a", "b"])), "x", newId));
  expect(titles(made)).toEqual(["X()", "A(One)", "B(Two)"]);
  expect(made.modules.map(({ id }) => id)).toEqual(["x", "n0", "n2"]);
});

test("a gate counts from the copy of what it counted from, and from nothing that is not there", () => {
  const both = play(to, putCopies(to, clipOf(from, new Set(["a", "b"])), "x", newId));
  expect(both.modules[2]?.gate).toEqual(opened("n0"));
  const alone = play(to, putCopies(to, clipOf(from, new Set(["d"])), "x", newId));
  expect(alone.modules[1]?.gate).toBeNull();
  // Within its own course it counts from what stands there.
  const within = play(from, putCopies(from, clipOf(from, new Set(["d"])), "d", newId));
  expect(within.modules[3]?.gate).toEqual(opened("b"));
});

test("so do closings and due dates: what counts from something absent falls away", () => {
  const [a] = from.modules;
  const of = (item: string) => ({
    from: "opened" as const,
    item,
    add: "P3D",
    edge: "end" as const,
  });
  const timed = courseSchema.parse({
    ...from,
    modules: [
      {
        ...a,
        lessons: [
          { ...newLesson("own", "Own"), due: of("own"), closes: of("a") },
          { ...newLesson("far", "Far"), due: of("b1"), closes: of("b1") },
        ],
      },
      ...from.modules.slice(1),
    ],
  });
  const [, module] = play(to, putCopies(to, clipOf(timed, new Set(["a"])), "x", newId)).modules;
  expect(module?.lessons).toMatchObject([
    { id: "n1", due: of("n1"), closes: of("n0") },
    { id: "n2", due: null, closes: null },
  ]);
});

test("lessons go after the row, their texts with them; an empty one has none to bring", () => {
  const operations = putCopies(to, clipOf(from, new Set(["a1", "b1"])), "x", newId);
  expect(titles(play(to, operations))).toEqual(["X(One Two)"]);
  expect(operations.map((one) => one.type === "insert-lesson" && one.copyOf)).toEqual([
    { course: "from", lesson: "a1" },
    undefined,
  ]);
});

test("into a course without modules only modules can go", () => {
  const empty = courseSchema.parse({ id: "e", title: "E", modules: [] });
  expect(putCopies(empty, clipOf(from, new Set(["a1"])), null, newId)).toEqual([]);
  expect(titles(play(empty, putCopies(empty, clipOf(from, new Set(["b"])), null, newId)))).toEqual([
    "B(Two)",
  ]);
});

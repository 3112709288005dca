import fc from "fast-check";
import {
  applyOperation,
  findPlace,
  indent,
  moveDown,
  moveUp,
  newLesson,
  newModule,
  type Operation,
  outdent,
  outermost,
  putAfter,
  removeRows,
  rowsOf,
} from "../../src/courses";
import { courseSchema, type PlanCourse } from "../../src/plan";

/** `A(1 2) B()` as a course. */
function course(text: string): PlanCourse {
  const modules = [...text.matchAll(/(\w+)\(([^)]*)\)/g)].map(([, id = "", lessons = ""]) => ({
    ...newModule(id, id),
    lessons: lessons
      .split(" ")
      .filter(Boolean)
      .map((lesson) => newLesson(lesson, lesson)),
  }));
  return courseSchema.parse({ id: "c", title: "C", modules });
}
const short = ({ modules }: PlanCourse) =>
  modules
    .map(({ id, lessons }) => `${id}(${lessons.map((lesson) => lesson.id).join(" ")})`)
    .join(" ");
function play(from: PlanCourse, operations: Operation[]): PlanCourse {
  return operations.reduce((now, operation) => {
    const applied = applyOperation(now, operation);
    if (!applied.ok) throw new Error(applied.reason);
    return applied.course;
  }, from);
}
const set = (text: string) => new Set(text.split(" "));
const start = course("A(1 2 3) B(4 5) C()");

describe("up and down", () => {
  const cases: [string, typeof moveUp, string, string][] = [
    ["a lesson over the one before", moveUp, "2", "A(2 1 3) B(4 5) C()"],
    ["the first lesson out of its module", moveUp, "4", "A(1 2 3 4) B(5) C()"],
    ["the first lesson of all stays", moveUp, "1", "A(1 2 3) B(4 5) C()"],
    ["several together", moveUp, "2 3", "A(2 3 1) B(4 5) C()"],
    ["a module over a module", moveUp, "B", "B(4 5) A(1 2 3) C()"],
    ["a lesson under the next", moveDown, "1", "A(2 1 3) B(4 5) C()"],
    ["the last lesson into the next module", moveDown, "3", "A(1 2) B(3 4 5) C()"],
    ["the last lesson of all into an empty module", moveDown, "5", "A(1 2 3) B(4) C(5)"],
    ["a module under a module", moveDown, "A", "B(4 5) A(1 2 3) C()"],
    ["the last module stays", moveDown, "C", "A(1 2 3) B(4 5) C()"],
    ["a module with its lessons marked too", moveDown, "A 1 2", "B(4 5) A(1 2 3) C()"],
    ["lessons of two modules gather", moveUp, "3 4", "A(1 3 4 2) B(5) C()"],
  ];
  for (const [what, move, rows, result] of cases)
    test(what, () => expect(short(play(start, move(start, set(rows))))).toBe(result));
});

describe("putting elsewhere", () => {
  const cases: [string, string, string | null, string][] = [
    ["a lesson after a lesson of another module", "1", "4", "A(2 3) B(4 1 5) C()"],
    ["lessons to the beginning of a module", "4 5", "A", "A(4 5 1 2 3) B() C()"],
    ["a lesson before everything", "5", null, "A(5 1 2 3) B(4) C()"],
    ["a module after a lesson: after that lesson's module", "A", "4", "B(4 5) A(1 2 3) C()"],
    ["a module before everything", "C", null, "C() A(1 2 3) B(4 5)"],
    ["rows after one of themselves stay together", "2 3", "3", "A(1 2 3) B(4 5) C()"],
    ["a module after a lesson of its own stays", "B", "5", "A(1 2 3) B(4 5) C()"],
  ];
  for (const [what, rows, target, result] of cases)
    test(what, () => expect(short(play(start, putAfter(start, set(rows), target)))).toBe(result));
});

describe("module and lesson", () => {
  test("a module becomes the last lesson of the one above, its lessons after it", () => {
    expect(short(play(start, indent(start, "B")))).toBe("A(1 2 3 B 4 5) C()");
    expect(indent(start, "A")).toEqual([]);
    expect(indent(start, "1")).toEqual([]);
  });
  test("a lesson becomes a module with those that followed it", () => {
    expect(
      short(
        play(
          start,
          outdent(start, "2", () => "new"),
        ),
      ),
    ).toBe("A(1) 2(3) B(4 5) C()");
    expect(outdent(start, "A", () => "new")).toEqual([]);
  });
  test("one that holds something stays a lesson, in a module of its name", () => {
    const full = play(start, [
      { type: "set-lesson", item: "2", set: { empty: false } } as Operation,
    ]);
    const after = play(
      full,
      outdent(full, "2", () => "new"),
    );
    expect(short(after)).toBe("A(1) new(2 3) B(4 5) C()");
    expect(findPlace(after, "new")?.module.title).toBe("2");
  });
  test("back and forth keeps the gate", () => {
    const gate = { need: "all" as const, when: [{ from: "enrolled" as const, add: "P7D" }] };
    const gated = play(start, [{ type: "set-module", item: "B", set: { gate } } as Operation]);
    const lesson = play(gated, indent(gated, "B"));
    const back = play(
      lesson,
      outdent(lesson, "B", () => "new"),
    );
    expect(short(back)).toBe("A(1 2 3) B(4 5) C()");
    expect(findPlace(back, "B")?.module.gate).toEqual(gate);
  });
});

test("taking out a module takes its lessons; marked lessons of it need no word of their own", () => {
  expect(short(play(start, removeRows(start, set("B 4 1"))))).toBe("A(2 3) C()");
  expect(outermost(start, set("B 4 1"))).toEqual(["1", "B"]);
});

test("whatever is moved, nothing is lost, and undoing in turn leads back", () => {
  const actions = fc.tuple(
    fc.constantFrom("up", "down", "put", "in", "out"),
    fc.nat(),
    fc.nat(),
    fc.nat(),
  );
  fc.assert(
    fc.property(fc.array(actions, { maxLength: 12 }), (list) => {
      let now = start;
      const undo: Operation[] = [];
      let serial = 0;
      for (const [what, a, b, c] of list) {
        const ids = rowsOf(now);
        const id = ids[a % ids.length] as string;
        const rows = new Set([id, ids[b % ids.length] as string]);
        const operations =
          what === "up"
            ? moveUp(now, rows)
            : what === "down"
              ? moveDown(now, rows)
              : what === "put"
                ? putAfter(now, rows, ids[c % (ids.length + 1)] ?? null)
                : what === "in"
                  ? indent(now, id)
                  : outdent(now, id, () => `new${serial++}`);
        for (const operation of operations) {
          const applied = applyOperation(now, operation);
          if (!applied.ok) throw new Error(applied.reason);
          undo.unshift(applied.inverse);
          now = applied.course;
        }
        expect([...rowsOf(now)].sort()).toEqual([...new Set([...ids])].sort());
      }
      expect(play(now, undo)).toEqual(start);
    }),
    { numRuns: 1000 },
  );
});

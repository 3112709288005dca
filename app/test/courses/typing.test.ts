import {
  applyOperation,
  findPlace,
  newLesson,
  newModule,
  type Operation,
} from "@dawngate/core/courses";
import { courseSchema, type PlanCourse } from "@dawngate/core/plan";
import { pastedLines, type Stroke, strike, type Typed } from "../../src/courses/edit/typing";

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
    .map(({ title, lessons }) => `${title}(${lessons.map((lesson) => lesson.title).join(" ")})`)
    .join(" ");
function play(from: PlanCourse, operations: Operation[]): PlanCourse {
  return operations.reduce((now, operation) => {
    const applied = applyOperation(now, operation);
    if (!applied.ok) throw new Error(applied.reason);
    return applied.course;
  }, from);
}
const start = course("A(one two) B(three)");
let serial = 0;
beforeEach(() => {
  serial = 0;
});
const newId = () => `new${serial++}`;
function strikeIn(
  row: string,
  stroke: Stroke,
  text = row,
  caret = text.length,
  marked: string[] = [],
) {
  return strike(start, { row, text, caret, marked: new Set(marked) }, stroke, newId);
}
const after = (typed: Typed | null) => short(play(start, typed?.operations ?? []));

describe("Enter", () => {
  test("makes a new line below and goes there", () => {
    const typed = strikeIn("one", "enter");
    expect(after(typed)).toBe("A(one  two) B(three)");
    expect(typed?.focus).toBe("new0");
  });
  test("under a module's title makes its first lesson", () => {
    expect(after(strikeIn("B", "enter"))).toBe("A(one two) B( three)");
  });
  test("in the middle of a title takes the rest along, and keeps what was typed", () => {
    expect(after(strikeIn("one", "enter", "flour water", 6))).toBe("A(flour water two) B(three)");
    expect(
      play(
        start,
        strikeIn("one", "enter", "flour water", 6)?.operations ?? [],
      ).modules[0]?.lessons.map(({ title }) => title),
    ).toEqual(["flour", "water", "two"]);
  });
  test("keeps a title that was changed and not left yet", () => {
    expect(after(strikeIn("one", "enter", "flour"))).toBe("A(flour  two) B(three)");
  });
});

test("Tab makes a lesson of a module, and with Shift a module of a lesson under its changed title", () => {
  expect(after(strikeIn("B", "tab"))).toBe("A(one two B three)");
  expect(strikeIn("A", "tab")).toBeNull();
  expect(after(strikeIn("one", "shift-tab", "Flour"))).toBe("A() Flour(two) B(three)");
});

test("Alt and an arrow moves the row, or all that is marked with it", () => {
  expect(after(strikeIn("two", "move-up"))).toBe("A(two one) B(three)");
  expect(after(strikeIn("two", "move-down", "two", 3, ["one", "two"]))).toBe(
    "A() B(one two three)",
  );
  // What is marked elsewhere stays where it is.
  expect(after(strikeIn("three", "move-up", "three", 5, ["one"]))).toBe("A(one two three) B()");
});

test("arrows go from title to title; with Shift they mark, and back again unmark", () => {
  expect(strikeIn("two", "down")?.focus).toBe("B");
  expect(strikeIn("A", "up")).toBeNull();
  const marked = strikeIn("one", "mark-down");
  expect([marked?.focus, [...(marked?.marked ?? [])]]).toEqual(["two", ["one", "two"]]);
  const back = strikeIn("two", "mark-up", "two", 3, ["one", "two"]);
  expect([back?.focus, [...(back?.marked ?? [])]]).toEqual(["one", ["one"]]);
});

test("Backspace in an empty line takes it away; a module with lessons stays", () => {
  expect(after(strikeIn("two", "backspace", ""))).toBe("A(one) B(three)");
  expect(strikeIn("two", "backspace", "")?.focus).toBe("one");
  expect(strikeIn("A", "backspace", "")).toBeNull();
  expect(strikeIn("two", "backspace", "x")).toBeNull();
});

test("Delete takes out all that is marked, as one step", () => {
  const typed = strikeIn("three", "delete-rows", "three", 5, ["one", "three"]);
  expect(after(typed)).toBe("A(two) B()");
  expect(typed?.focus).toBe("B");
  expect(strikeIn("one", "delete-rows")).toBeNull();
});

describe("many lines pasted into a title", () => {
  test("become lessons below it", () => {
    const typed = pastedLines(start, "one", "- Flour (video, 7 min)\n- Water\n", newId);
    const made = play(start, typed?.operations ?? []);
    expect(short(made)).toBe("A(one Flour Water two) B(three)");
    expect(findPlace(made, "new0")?.lesson).toMatchObject({ kind: "video", minutes: 7 });
    expect(typed?.focus).toBe("new1");
  });
  test("become modules after its module where the lines name some, texts with their lessons", () => {
    const typed = pastedLines(start, "A", "## X\n- x1\n  What it is\n## Y\n- y1", newId);
    expect(after(typed)).toBe("A(one two) X(x1) Y(y1) B(three)");
    expect(typed?.operations).toContainEqual(expect.objectContaining({ text: "What it is" }));
  });
  test("of nothing become nothing", () => {
    expect(pastedLines(start, "A", "\n\n", newId)).toBeNull();
  });
});

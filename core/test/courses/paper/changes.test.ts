import fc from "fast-check";
import { applyOperation, newLesson, newModule } from "../../../src/courses";
import {
  type OutlineChange,
  outlineOf,
  planChanges,
  readPaper,
  writeMarkdown,
} from "../../../src/courses/paper";
import { courseSchema, type PlanCourse } from "../../../src/plan";

function course(...modules: [string, string[]][]): PlanCourse {
  return courseSchema.parse({
    id: "c",
    title: "Bread",
    modules: modules.map(([title, lessons], m) => ({
      ...newModule(`m${m}`, title),
      lessons: lessons.map((lesson, l) => newLesson(`m${m}l${l}`, lesson)),
    })),
  });
}
let serial = 0;
const newId = () => `new${serial++}`;
const read = (text: string) => outlineOf(readPaper(text).rows);
const short = ({ kind, what, title, was }: OutlineChange) =>
  `${kind} ${what} ${title}${was === null ? "" : ` (${was})`}`;
const outline = ({ modules }: PlanCourse) =>
  modules.map(({ title, lessons }) => [title, lessons.map((lesson) => lesson.title)]);
function play(from: PlanCourse, changes: OutlineChange[]): PlanCourse {
  let now = from;
  for (const operation of changes.flatMap(({ operations }) => operations)) {
    const applied = applyOperation(now, operation);
    if (!applied.ok) throw new Error(applied.reason);
    now = applied.course;
  }
  return now;
}

const BREAD = course(
  ["Starter alive", ["Flour", "Feeding"]],
  ["The loaf", ["Mixing", "Folds", "Baking"]],
);

test("the same document again changes nothing", () => {
  const text = "## Starter alive\n- Flour\n- Feeding\n## The loaf\n- Mixing\n- Folds\n- Baking";
  expect(planChanges(BREAD, read(text), newId)).toEqual([]);
});

test("what is new, renamed, moved, longer and gone is said, each by itself", () => {
  const text =
    "## Starter alive\n- Flour (video, 7 min)\n- Baskets\n## The first loaf\n- Feeding\n- Folding by hand\n- Folds and rests\n- Mixing";
  const changes = planChanges(BREAD, read(text), newId);
  expect(changes.map(short)).toEqual([
    "changed lesson Flour (text → video, no length → 7 min)",
    "new-lesson lesson Baskets",
    "renamed module The first loaf (The loaf)",
    "moved lesson Feeding (Starter alive)",
    "new-lesson lesson Folding by hand",
    "renamed lesson Folds and rests (Folds)",
    "moved lesson Folds and rests",
    "gone lesson Baking",
  ]);
  expect(outline(play(BREAD, changes))).toEqual([
    ["Starter alive", ["Flour", "Baskets"]],
    ["The first loaf", ["Feeding", "Folding by hand", "Folds and rests", "Mixing"]],
  ]);
});

test("a lesson's text goes with it", () => {
  const changes = planChanges(course(), read("## A\n- One\n  Two lines\n  of text"), newId);
  expect(changes[1]?.operations).toMatchObject([
    { type: "insert-lesson", text: "Two lines\nof text", lesson: { empty: false } },
  ]);
});

const word = fc.constantFrom(
  "flour",
  "water",
  "salt",
  "oven",
  "rye",
  "Fold 2",
  "a (b)",
  "Week 3",
  "#1",
  "x*y",
  "`z`",
  "1. one",
  "film, 5 min",
  "—",
);
const title = fc.array(word, { minLength: 1, maxLength: 3 }).map((words) => words.join(" "));
const someCourse = fc
  .array(fc.tuple(title, fc.array(title, { maxLength: 5 })), { maxLength: 5 })
  .map((modules) => course(...(modules as [string, string[]][])));

test("all changes taken in order lead from any course to any outline", () => {
  fc.assert(
    fc.property(someCourse, someCourse, (from, to) => {
      const wanted = outlineOf(readPaper(writeMarkdown(to, new Map())).rows);
      expect(outline(play(from, planChanges(from, wanted, newId)))).toEqual(outline(to));
    }),
    { numRuns: 400 },
  );
});

test("an outline that goes out as Markdown comes back in unchanged, texts and all", () => {
  const line = fc.constantFrom(
    "# Big",
    "#### small",
    "a",
    "",
    "- b",
    "  - c",
    "```",
    "## in code",
    "---",
    "1. d",
    "> q",
    "   x",
    "Week 1",
  );
  const text = fc.array(line, { maxLength: 8 }).map((lines) => lines.join("\n").trim());
  fc.assert(
    fc.property(someCourse, fc.array(text, { minLength: 30, maxLength: 30 }), (from, texts) => {
      const lessons = from.modules.flatMap((module) => module.lessons);
      // A fence that is left open would swallow the rest, as it does in any reader of Markdown.
      const closed = (one: string) =>
        (one.match(/^```$/gm)?.length ?? 0) % 2 === 0 ? one : `${one}\n\`\`\``;
      const given = new Map(lessons.map(({ id }, i) => [id, closed(texts[i] ?? "")]));
      const written = writeMarkdown(from, given, "About it.\n\n# all");
      const back = outlineOf(readPaper(written).rows);
      expect(back).toMatchObject({ title: "Bread", text: "About it.\n\n# all" });
      expect(planChanges(from, back, newId)).toEqual([]);
      const lessonsBack = back.modules.flatMap((module) => module.lessons);
      expect(lessonsBack.map((lesson) => lesson.text)).toEqual(
        lessons.map(({ id }) => given.get(id)),
      );
    }),
    { numRuns: 300 },
  );
});

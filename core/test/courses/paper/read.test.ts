import fc from "fast-check";
import { outlineOf, type PaperRow, readPaper } from "../../../src/courses/paper";

/** What a document comes to, short: modules with their lessons, kind and length in brackets. */
function short(text: string): string[] {
  return outlineOf(readPaper(text).rows).modules.map(
    ({ title, lessons }) =>
      `${title}: ${lessons
        .map(({ title, kind, minutes }) => {
          const notes = [kind, minutes].filter((note) => note !== null);
          return notes.length === 0 ? title : `${title} (${notes.join(" ")})`;
        })
        .join(" | ")}`,
  );
}
const LOAVES = [
  "Starter alive: Flour, water (video 7) | Feeding (12)",
  "The first loaf: Mixing | Folds",
];

describe("the same outline is understood however its author wrote it", () => {
  const forms: Record<string, string> = {
    "headings and bullets":
      "## Starter alive\n\n- Flour, water (video, 7 min)\n- Feeding (12 min)\n\n## The first loaf\n- Mixing\n- Folds\n",
    "headings of two levels":
      "# Bread\n## Starter alive\n### Flour, water (7 min, video)\n### Feeding – 12 min\n## The first loaf\n### Mixing\n### Folds",
    "headings with a line under them":
      "Starter alive\n=============\n* Flour, water [video 7 min]\n* Feeding | 12 minutes\n\nThe first loaf\n==============\n* Mixing\n* Folds",
    "a list in a list":
      "- Starter alive\n  - Flour, water (Video; 7')\n  - Feeding (12 mins)\n- The first loaf\n  - Mixing\n  - Folds",
    tabs: "Starter alive\n\tFlour, water (video, 7min)\n\tFeeding (~12 min)\nThe first loaf\n\tMixing\n\tFolds",
    "tabs and spaces mixed":
      "Starter alive\n\tFlour, water (video, 7 min)\n    Feeding (12 min)\nThe first loaf\n   \tMixing\n\tFolds",
    numbers:
      "1. Starter alive\n1.1 Flour, water (video, 7 min)\n1.2 Feeding (12 min)\n2. The first loaf\n2.1 Mixing\n2.2 Folds",
    "numbers over bullets":
      "1. Starter alive\n- Flour, water (video, 7 min)\n- Feeding (12 min)\n2. The first loaf\n- Mixing\n- Folds",
    names:
      "Module 1: Starter alive\nLesson 1: Flour, water (video, 7 min)\nLesson 2: Feeding (12 min)\nModule 2 – The first loaf\nLesson 3: Mixing\nLesson 4: Folds",
    "bold lines":
      "**Starter alive**\nFlour, water (video, 7 min)\nFeeding (12 min)\n\n**The first loaf**\nMixing\nFolds",
    "lines over bullets":
      "Starter alive:\n• Flour, water (video, 7 min)\n• Feeding (12 min)\n\nThe first loaf:\n• Mixing\n• Folds",
    groups:
      "Starter alive\nFlour, water (video, 7 min)\nFeeding (12 min)\n\nThe first loaf\nMixing\nFolds",
    "Windows line ends":
      "## Starter alive\r\n\r\n- Flour, water (video, 7 min)\r\n- Feeding (12 min)\r\n\r\n## The first loaf\r\n- Mixing\r\n- Folds\r\n",
    "a table with names":
      'Module,Lesson,Minutes,Kind\nStarter alive,"Flour, water",7,video\n,Feeding,12,\nThe first loaf,Mixing,,\n,Folds,,\n',
    "cells from a spreadsheet":
      "Starter alive\tFlour, water (video)\t7 min\nStarter alive\tFeeding\t12 min\nThe first loaf\tMixing\t\nThe first loaf\tFolds\t",
  };
  for (const [form, text] of Object.entries(forms))
    test(form, () => expect(short(text)).toEqual(LOAVES));
});

describe("what is not a title", () => {
  test("text below a lesson is the lesson's, lists within it with their levels", () => {
    const text = "## A\n- One\n  What it is.\n  - point\n    - finer\n\n  More of it.\n- Two";
    const [module] = outlineOf(readPaper(text).rows).modules;
    expect(module?.lessons.map(({ title }) => title)).toEqual(["One", "Two"]);
    expect(module?.lessons[0]?.text).toBe("What it is.\n- point\n  - finer\n\nMore of it.");
  });
  test("text below a module becomes a lesson of its own, text above all the course's", () => {
    const outline = outlineOf(
      readPaper("# Bread\nFor all who bake.\n\n## A\nWhat we do here.\n\n- One").rows,
    );
    expect(outline).toMatchObject({ title: "Bread", text: "For all who bake." });
    expect(outline.modules[0]?.lessons).toMatchObject([
      { title: "About this part", text: "What we do here." },
      { title: "One" },
    ]);
  });
  test("rules are left out, tags and drawn tables are for the author to say", () => {
    const { rows } = readPaper("## A\n- One\n\n---\n\n<div>\n\n| a | b |");
    expect(rows.map(({ role, unclear }) => [role, unclear])).toEqual([
      ["module", false],
      ["lesson", false],
      ["left-out", false],
      ["left-out", true],
      ["left-out", true],
    ]);
  });
  test("a bracket that says anything else stays in the title, and so does a comma", () => {
    expect(
      short("## A\n- Flour (the good one)\n- Salt, not sugar\n- Oven (video, at home)"),
    ).toEqual(["A: Flour (the good one) | Salt, not sugar | Oven (video, at home)"]);
  });
  test("ten bullets, each inside the one before, are one lesson with its text", () => {
    const deep = Array.from({ length: 10 }, (_, i) => `${"  ".repeat(i)}- level ${i}`).join("\n");
    const [module] = outlineOf(readPaper(deep).rows).modules;
    expect(module?.title).toBe("level 0");
    expect(module?.lessons).toHaveLength(1);
    expect(module?.lessons[0]?.text.split("\n")).toHaveLength(8);
  });
  test("a sentence below an item is its text, also where no module is named", () => {
    expect(
      outlineOf(readPaper("- Flour (5 min)\n  White or dark.\n- Water").rows).modules,
    ).toMatchObject([
      { lessons: [{ title: "Flour", minutes: 5, text: "White or dark." }, { title: "Water" }] },
    ]);
  });
  test("a line alone above everything is the course's title; a number within a title stays", () => {
    const outline = outlineOf(
      readPaper("My bread\n\nModule 1: A\n  1. Step 1.2 of it\n\nModule 2: B\n  1. b").rows,
    );
    expect(outline.title).toBe("My bread");
    expect(outline.modules[0]?.lessons[0]?.title).toBe("Step 1.2 of it");
  });
  test("an empty document, and one of white space, is nothing", () => {
    for (const text of ["", "\n\n", " \t \r\n"]) expect(readPaper(text).rows).toEqual([]);
  });
  test("titles of 300 characters, in any script, with marks that join letters, stay whole", () => {
    const title = "שלום 🍞 пекарня ".repeat(22).trim();
    expect(short(`## A\n- ${title}`)).toEqual([`A: ${title}`]);
  });
});

describe("lengths", () => {
  // ISO 8601's own form is not what people write in outlines; these are common practice.
  const lengths: [string, number][] = [
    ["7 min", 7],
    ["1 h 30 min", 90],
    ["1h30", 90],
    ["1.5 hours", 90],
    ["1,5 h", 90],
    ["12:30", 13],
    ["1:02:00", 62],
    ["about 20 minutes", 20],
    ["45'", 45],
  ];
  for (const [written, minutes] of lengths)
    test(`${written} is ${minutes} minutes`, () => {
      expect(short(`## A\n- One (${written})`)).toEqual([`A: One (${minutes})`]);
    });
});

test("whatever is pasted, every line that is not blank is in a row, once and in order", () => {
  const line = fc.oneof(
    fc.string({ maxLength: 40 }),
    fc.constantFrom(
      "# A",
      "## B",
      "- one",
      "  - two",
      "1. x",
      "1.2 y",
      "**b**",
      "---",
      "===",
      "```",
      "\ttab",
      "",
      "Module 3: z",
      "a,b",
      "a;b",
      "| a |",
      "> quote",
    ),
  );
  const document = fc.array(line, { maxLength: 40 }).map((lines) => lines.join("\n"));
  fc.assert(
    fc.property(document, (text) => {
      const { form, rows } = readPaper(text);
      if (form === "rows") return;
      const sources = rows.flatMap(({ source }: PaperRow) => source.split("\n"));
      const lines = text.replace(/^\ufeff/, "").split(/\r\n|\n|\r|\u2028|\u2029/);
      expect(sources.filter((one) => one.trim() !== "")).toEqual(
        lines.filter((one) => one.trim() !== ""),
      );
    }),
    { numRuns: 1500 },
  );
});

test("five thousand lines are read in one go", () => {
  const text = Array.from({ length: 5000 }, (_, i) =>
    i % 10 === 0 ? `## Part ${i}` : `- Lesson ${i} (${i % 60} min)`,
  );
  const { rows } = readPaper(text.join("\n"));
  expect(rows).toHaveLength(5000);
  expect(outlineOf(rows).modules).toHaveLength(500);
});

test("a list copied from a word processor, its numbers and bullets followed by tabs, is no table", () => {
  const text = "Unit 1\tSoil\n•\tWhat it is made of\n•\tWhat lives in it\nUnit 2\tWater\n•\tRain";
  const { form, rows } = readPaper(text);
  expect(form).toBe("outline");
  expect(rows.map(({ role, title }) => [role, title])).toEqual([
    ["module", "Soil"],
    ["lesson", "What it is made of"],
    ["lesson", "What lives in it"],
    ["module", "Water"],
    ["lesson", "Rain"],
  ]);
});

/**
 * Questions as the rows of a table: a row a question, what is right and what is not in a cell each, several separated by a
 * bar. What stands in a cell is what would stand under the question as it is typed.
 */
import type { Question } from "./schema";
import { writeTyped } from "./typed";

const ROW_HEADS = ["Question", "Points", "Category", "Right", "Wrong", "Why"] as const;

/** What a column may be called, in small letters: the first that fits. */
const CALLED: Readonly<Record<(typeof ROW_HEADS)[number], readonly string[]>> = {
  Question: ["question", "text", "question text", "stem"],
  Points: ["points", "point", "score", "marks"],
  Category: ["category", "topic", "group", "bank"],
  Right: [
    "right",
    "right answers",
    "correct",
    "correct answer",
    "correct answers",
    "answer",
    "key",
  ],
  Wrong: ["wrong", "wrong answers", "incorrect", "distractors", "other answers"],
  Why: ["why", "explanation", "feedback", "reason"],
};

/** Questions as rows, the heads first. */
export function writeRows(questions: readonly Question[]): string[][] {
  return [
    [...ROW_HEADS],
    ...questions.map((question) => {
      const [first = "", ...lines] = writeTyped([{ ...question, category: null, points: 1 }]).split(
        "\n",
      );
      const under = lines.filter((line) => line !== "");
      const of = (sign: string) =>
        under.filter((line) => line.startsWith(`${sign} `)).map((line) => line.slice(2));
      const arrows = question.kind === "match";
      // A spreadsheet takes what begins with = for a formula: said alone, it is known without.
      const plain = under
        .filter((line) => !/^[*>-] /.test(line))
        .map((line) => line.replace(/^= /, ""));
      return [
        first,
        String(question.points),
        question.category ?? "",
        [...of("*"), ...(arrows ? of("-") : []), ...plain].join(" | "),
        arrows ? "" : of("-").join(" | "),
        of(">").join(" "),
      ].map(guarded);
    }),
  ];
}

/** What a spreadsheet would work out stands behind an apostrophe, as it marks a text itself. */
const guarded = (cell: string): string => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);
const unguarded = (cell: string): string => cell.replace(/^'(?=[=+\-@])/, "");

const parts = (cell: string) =>
  cell
    .split("|")
    .map((one) => one.trim())
    .filter((one) => one !== "");

/** Rows as one types questions: to be read as such. `faults`: columns that are missing. */
export function readRows(
  heads: readonly string[],
  rows: readonly (readonly string[])[],
): { text: string; faults: string[] } {
  const named = heads.map((head) => head.trim().toLowerCase());
  const at = (name: (typeof ROW_HEADS)[number]) =>
    named.findIndex((head) => CALLED[name].includes(head));
  const places = Object.fromEntries(ROW_HEADS.map((name) => [name, at(name)])) as Record<
    (typeof ROW_HEADS)[number],
    number
  >;
  const missing = (["Question", "Right"] as const).filter((name) => places[name] < 0);
  if (missing.length > 0)
    return {
      text: "",
      faults: missing.map(
        (name) => `No column is called “${name}” (or ${CALLED[name].slice(1, 3).join(", ")})`,
      ),
    };
  const lines: string[] = [];
  let category = "";
  for (const row of rows) {
    const cell = (name: (typeof ROW_HEADS)[number]) =>
      unguarded((row[places[name]] ?? "").replaceAll(/\s+/g, " ").trim());
    const question = cell("Question");
    if (question === "") continue;
    if (cell("Category") !== category) {
      category = cell("Category");
      lines.push(`# ${category}`.trim());
    }
    const points = cell("Points");
    const wrong = parts(cell("Wrong"));
    // A gap's own bars stand in braces, in the question: what is right may be empty there.
    lines.push(points === "" || points === "1" ? question : `${question} (${points})`);
    lines.push(...parts(cell("Right")).map((one) => rightLine(one, wrong.length === 0)));
    lines.push(...wrong.map((one) => `- ${one}`));
    const why = cell("Why");
    if (why) lines.push(`> ${why}`);
    lines.push("");
  }
  return { text: lines.join("\n"), faults: [] };
}

/** What is right, as it is typed; `alone`: nothing stands there that is wrong, so that "true" is no answer among others. */
function rightLine(said: string, alone: boolean): string {
  if (/^(=|~|!|\d{1,3}[.)])\s/.test(said)) return said;
  if (/\S\s*(->|→)\s*\S/.test(said)) return `- ${said}`;
  if (alone && /^(true|false|yes|no|[-+]?\d+([.,]\d+)?(\s*±.*)?)$/i.test(said)) return `= ${said}`;
  return `* ${said}`;
}

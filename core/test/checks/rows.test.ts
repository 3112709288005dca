/** Questions as rows of a table: what goes out comes in again, and tables of others are read as far as they go. */
import { readRows, readTyped, writeRows, writeTyped } from "../../src/checks";

const TYPED = `# dough
Which flour drinks the most? (2)
* Rye
- Wheat
- Spelt
> Bran holds water.

Which are allergens?
* Rye
* Sesame
- Salt

#
Salt strengthens the dough.
= true

How hot is the oven, in °C? (1.5)
= 230 ± 5

Rye is {dark|darker}, wheat {light}.

What belongs together?
- Rye -> Dense loaves
- Wheat -> Airy loaves

In which order?
1. Mix
2. Rest

What does a levain need?
~ flour / meal
~ water
! all or nothing
`;
const id = (place: number) => `q${place}`;
const typed = () => {
  const { questions, faults } = readTyped(TYPED, id);
  expect(faults).toEqual([]);
  return questions;
};

test("every kind goes out as a row and comes in as the same question", () => {
  const [heads = [], ...rows] = writeRows(typed());
  expect(rows).toHaveLength(8);
  expect(rows[0]).toEqual([
    "Which flour drinks the most?",
    "2",
    "dough",
    "Rye",
    "Wheat | Spelt",
    "Bran holds water.",
  ]);
  // A spreadsheet works out nothing of it.
  expect(rows.flat().filter((cell) => /^[=+\-@]/.test(cell))).toEqual([]);
  const { text, faults } = readRows(heads, rows);
  expect(faults).toEqual([]);
  const again = readTyped(text, id);
  expect(again.faults).toEqual([]);
  expect(writeTyped(again.questions)).toBe(writeTyped(typed()));
});

test("what looks like a formula stays a text", () => {
  const { questions } = readTyped("=SUM(1) is what?\n* +1\n- -1\n", id);
  const [heads = [], ...rows] = writeRows(questions);
  expect(rows[0]?.[0]).toBe("'=SUM(1) is what?");
  const { text } = readRows(heads, rows);
  expect(writeTyped(readTyped(text, id).questions)).toBe(writeTyped(questions));
});

test("columns are found by what others call them, in any order", () => {
  const { text } = readRows(
    ["Correct answer", "Distractors", "Stem", "Feedback"],
    [
      ["Rye", "Wheat|Spelt", "Which drinks most?", "Bran."],
      ["true", "", "Salt slows yeast.", ""],
      ["true", "false", "Which word is it?", ""],
      ["", "", "", "a row without a question"],
    ],
  );
  expect(readTyped(text, id).questions.map(({ kind }) => kind)).toEqual([
    "one",
    "true-false",
    "one",
  ]);
});

test("a table without a question or a right answer says which column is missing", () => {
  expect(readRows(["Name", "Wrong"], [["a", "b"]]).faults).toHaveLength(2);
});

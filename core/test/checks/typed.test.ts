/** Questions as one types them: every kind in a line and its answers, faults with their line, and the same text out again. */
import fc from "fast-check";
import { type Question, readTyped, TYPED_MOST, writeTyped } from "../../src/checks";

const read = (text: string) => readTyped(text, (place) => `q${place + 1}`);
const only = (text: string) => {
  const { questions, faults } = read(text);
  expect(faults).toEqual([]);
  expect(questions).toHaveLength(1);
  return questions[0] as Question;
};
const faults = (text: string) => read(text).faults.map(({ line }) => line);

const ALL = `# dough
Which flour drinks the most? (2)
* Rye
- Wheat
- Spelt
> Bran holds water.

Which of these are allergens? (1.5)
* Rye
- Salt
* Sesame

Salt strengthens the dough.
= true

How hot is the oven, in °C?
= 230 ± 5

How much water is 80 % of 500 g?
= 400 ± 2.5 %

Rye is {dark|darker}, wheat {light}.

# shaping
What belongs together?
- Rye -> Dense loaves
- Wheat -> Airy loaves
- Barley -> Dense loaves

In which order?
1. Mix
2. Rest
3. Fold

#
What does a levain need?
~ flour / meal
~ water
`;

describe("questions are typed as a list", () => {
  test("each kind is known by its answers", () => {
    const { questions, faults: none } = read(ALL);
    expect(none).toEqual([]);
    expect(questions.map(({ kind }) => kind)).toEqual([
      "one",
      "several",
      "true-false",
      "number",
      "number",
      "gap",
      "match",
      "order",
      "keywords",
    ]);
    expect(questions.map(({ category }) => category)).toEqual([
      ...Array(6).fill("dough"),
      "shaping",
      "shaping",
      null,
    ]);
    expect(questions[0]).toMatchObject({
      points: 2,
      text: "Which flour drinks the most?",
      right: "a",
      explanation: "Bran holds water.",
    });
    expect(questions[1]).toMatchObject({ points: 1.5, right: ["a", "c"] });
    expect(questions[4]).toMatchObject({ right: 400, tolerance: null, percent: 2.5 });
    expect(questions[5]).toMatchObject({
      text: "Rye is {1}, wheat {2}.",
      right: [["dark", "darker"], ["light"]],
    });
    expect(questions[6]).toMatchObject({ right: { l1: "a", l2: "b", l3: "a" } });
    expect(questions[8]).toMatchObject({ right: [["flour", "meal"], ["water"]] });
  });

  test("what was written out reads as the same questions", () => {
    const { questions } = read(ALL);
    expect(read(writeTyped(questions)).questions).toEqual(questions);
  });

  const SAID = `Which of these rise?
* Bread
* Brioche
- Crackers
- None of these
! all or nothing
! keeps its place: 3, 4

How long does it rest?
- An hour
* A night
! in this order

What belongs together?
- Rye -> Dense loaves
- Wheat -> Airy loaves
! also offered: No loaves / Bagels
! in this order
! keeps its place: 4
`;
  test("how a question counts and stands is said after !, and comes out again", () => {
    const { questions, faults: none } = read(SAID);
    expect(none).toEqual([]);
    const fixed = (i: number) => {
      const { answers } = questions[i] as Extract<Question, { kind: "several" }>;
      return answers.map((one) => one.fixed);
    };
    expect(questions[0]).toMatchObject({ kind: "several", credit: "all", shuffle: true });
    expect(fixed(0)).toEqual([false, false, true, true]);
    expect(questions[1]).toMatchObject({ kind: "one", credit: "part", shuffle: false });
    expect(questions[2]).toMatchObject({
      kind: "match",
      shuffle: false,
      right: { l1: "a", l2: "b" },
    });
    expect(
      (questions[2] as { answers: { text: string }[] }).answers.map(({ text }) => text),
    ).toEqual(["Dense loaves", "Airy loaves", "No loaves", "Bagels"]);
    expect(fixed(2)).toEqual([false, false, false, true]);
    expect(read(writeTyped(questions)).questions).toEqual(questions);
  });

  test("what cannot be said of a question is named with its line", () => {
    for (const said of ["loudly", "keeps its place: 3", "also offered: c", "keeps its place: 0"])
      expect(faults(`Yes?\n\nWhich?\n* a\n- b\n! ${said}`)).toEqual([1, 3]);
    // An order is always mixed, and no answer of it stays.
    expect(faults("In which order?\n1. a\n2. b\n! in this order")).toEqual([1]);
  });

  test("questions that come numbered from elsewhere, boxes for ticking, and lines of any system are read", () => {
    const { questions, faults: none } = read(
      "1. Which?\r\n[x] a\r\n[ ] b\r\n2. And which?\r+ c\r- d",
    );
    expect(none).toEqual([]);
    expect(questions.map(({ text, kind }) => [text, kind])).toEqual([
      ["Which?", "one"],
      ["And which?", "one"],
    ]);
  });

  test("a decimal comma and a real minus are numbers", () => {
    expect(only("How cold?\n= −18,5 ± 0,5")).toMatchObject({ right: -18.5, tolerance: 0.5 });
  });

  test("what cannot be read is named with its line, and the rest is kept", () => {
    const text = "- lost\nNothing under it\n\nNo key\n- a\n- b\n\nGood\n* a\n- b\n\nOdd\n= maybe";
    expect(faults(text)).toEqual([1, 2, 4, 12]);
    expect(read(text).questions.map((one) => one.text)).toEqual(["Good"]);
    expect(faults("One answer\n* a")).toEqual([1]);
    expect(faults("Mixed\n~ a\n* b")).toEqual([1]);
    expect(faults("Mixed\n1. a\n* b")).toEqual([1]);
    expect(faults("Twice\n= 1\n= 2")).toEqual([1]);
    expect(faults("Empty gap { }")).toEqual([1]);
    expect(faults("Too many points (5000)\n* a\n- b")).toEqual([1]);
  });

  test("no more than so many are read at once", () => {
    const { questions, faults: too } = read("Yes?\n= true\n".repeat(TYPED_MOST + 5));
    expect(questions).toHaveLength(TYPED_MOST);
    expect(too).toHaveLength(1);
  });

  test("whatever is typed, nothing is thrown, and what is read can be read again", () => {
    const line = fc.oneof(
      fc.stringMatching(/^[a-z ?]{1,12}$/),
      fc.constantFrom(
        "* a",
        "- b",
        "1. c",
        "~ d / e",
        "= 3",
        "= true",
        "# f",
        "> g",
        "h {i|j}",
        "- k -> l",
        "! all or nothing",
        "! in this order",
        "! keeps its place: 1",
        "! also offered: m / n",
      ),
    );
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
        const { questions } = read(lines.join("\n"));
        const again = read(writeTyped(questions)).questions;
        expect(again.map(({ kind, right }) => [kind, right])).toEqual(
          questions.map(({ kind, right }) => [kind, right]),
        );
      }),
    );
  });
});

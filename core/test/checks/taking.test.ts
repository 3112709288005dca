/** What whoever takes a quiz is shown, what its author sees while making it, and why a score is what it is. */
import { askedOf, figuresOf, type Question, readTyped, sayMark, sayScore } from "../../src/checks";
import { looseQuiz, quizOf, score, trueFalse } from "./sketch";

const typed = (text: string) => readTyped(text, () => "q").questions[0] as Question;
const SEVERAL = typed("Which?\n* a\n- b\n* c\n* d");

describe("a question as it is asked", () => {
  test("holds nothing of what is right, whatever its kind", () => {
    for (const text of [
      "Which?\n* secret-a\n- b\n> secret",
      "How much?\n= 17.25 ± 3",
      "Rye is {secret|secretly}",
      "Name\n~ secret",
      "Yes?\n= false\n> secret",
    ]) {
      const asked = JSON.stringify(askedOf(typed(text), "t1"));
      expect(asked).not.toMatch(/right|17\.25|tolerance|:false|explanation|"secret"|secretly/);
    }
  });

  test("an order never stands as it should, and a matching keeps its left side", () => {
    const order = typed("In which order?\n1. a\n2. b");
    for (const attempt of ["t1", "t2", "t3", "t4"])
      expect(askedOf(order, attempt).answers.map(({ text }) => text)).toEqual(["b", "a"]);
    const match = askedOf(typed("Which?\n- x -> 1\n- y -> 2"), "t1");
    expect(match.left.map(({ text }) => text)).toEqual(["x", "y"]);
    expect(askedOf(typed("{a} and {b}"), "t1").gaps).toBe(2);
  });
});

describe("why", () => {
  test("each answer says what it earned by", () => {
    expect(sayMark(SEVERAL, ["a", "b", "c"])).toBe(
      "2 right ones ticked and 1 wrong one, of 3 right ones",
    );
    expect(sayMark({ ...SEVERAL, credit: "all" }, ["a"])).toBe(
      "1 right one ticked, of 3 right ones; only all of it counts",
    );
    // checks.md's example: right w x y z, given x w y z.
    const order = typed("Order\n1. w\n2. x\n3. y\n4. z");
    expect(sayMark(order, ["b", "a", "c", "d"])).toBe("5 of 6 pairs in the right order, 1 not");
    expect(sayMark(typed("{a} {b}"), ["a", null])).toBe("1 of 2 right");
    expect(sayMark(typed("Name\n~ levain / sourdough\n~ salt"), "Sourdough!")).toBe(
      "1 of 2 keywords found",
    );
    expect(sayMark(typed("Hot?\n= 230 ± 5"), "236")).toBe("Not right: “236”");
    expect(sayMark(typed("Yes?\n= true"), null)).toBe("Not answered");
  });

  test("the whole says points, cost and mark", () => {
    const loose = looseQuiz({
      questions: [trueFalse("q1"), trueFalse("q2")],
      parts: [{ id: "p", ask: ["q1", "q2"] }],
      retakeCost: 10,
      attempts: [
        {
          id: "t1",
          enrollment: "e1",
          startedAt: "2027-05-03T10:00:00Z",
          submittedAt: "2027-05-03T10:01:00Z",
        },
        {
          id: "t2",
          enrollment: "e1",
          startedAt: "2027-05-03T11:00:00Z",
          submittedAt: "2027-05-03T11:01:00Z",
          answers: [
            { question: "q1", answer: true, at: "2027-05-03T11:00:30Z" },
            { question: "q2", answer: true, at: "2027-05-03T11:02:00Z" },
          ],
        },
      ],
    });
    const attempts = score(loose).enrollments[0]?.attempts ?? [];
    const say = (i: number) => sayScore(quizOf(loose), attempts[i] as never);
    expect(say(0)).toBe("0 of 2 points are 0 %. To pass: 60 %.");
    expect(say(1)).toBe(
      "1 of 2 points are 50 %; attempt 2 counts 90 % of it: 45 %. To pass: 60 %. 1 answer came too late and counts for nothing.",
    );
  });
});

describe("figures while it is made", () => {
  test("the poorest and the richest paper, and the mark in points of the poorest", () => {
    // checks.md's worst draw: 3 points by name, 2 drawn of 1, 1.5, 2, 4.
    const quiz = quizOf(
      looseQuiz({
        questions: [
          trueFalse("q", { points: 3 }),
          ...[1, 1.5, 2, 4].map((points, i) => trueFalse(`d${i}`, { points, category: "dough" })),
        ],
        parts: [{ id: "p", ask: ["q", { draw: 2, category: "dough" }] }],
      }),
    );
    expect(figuresOf(quiz, null)).toMatchObject({
      asks: 3,
      points: { least: 5.5, most: 9 },
      toPass: 3.3,
      minutes: 5,
      snags: [],
    });
    expect(figuresOf({ ...quiz, outOf: 8, passMark: 70 }, 30)).toMatchObject({
      toPass: 5.6,
      minutes: 30,
      snags: [{ kind: "mark-out-of-reach", weight: "stops", attempt: 1 }],
    });
  });
});

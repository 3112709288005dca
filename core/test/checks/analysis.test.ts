/** Item analysis: what was worked by hand in checks.md, ties at a border, and what is not defined. */
import fc from "fast-check";
import { analyzeQuiz } from "../../src/checks";
import { ids, looseQuiz, quizOf, trueFalse } from "./sketch";

const names = (n: number) => Array.from({ length: n }, (_, i) => `q${i + 1}`);
/** Each text an enrollee: 1 right, 0 wrong, - not answered. */
function analyzed(people: readonly string[], over: object = {}) {
  const questions = names(people[0]?.length ?? 1);
  return analyzeQuiz(
    quizOf(
      looseQuiz({
        questions: questions.map((id) => trueFalse(id)),
        parts: [{ id: "p", ask: questions }],
        enrollments: people.map((_, i) => ({ id: `e${i}` })),
        attempts: people.map((marks, i) => ({
          id: `t${i}`,
          enrollment: `e${i}`,
          startedAt: "2027-05-03T10:00:00Z",
          submittedAt: "2027-05-03T11:00:00Z",
          answers: [...marks].flatMap((mark, k) =>
            mark === "-"
              ? []
              : [{ question: questions[k], answer: mark === "1", at: "2027-05-03T10:30:00Z" }],
          ),
        })),
        ...over,
      }),
    ),
  );
}

test("six enrollees and three questions, worked by hand", () => {
  const found = analyzed(["111", "110", "101", "100", "000", "000"]);
  expect(found).toMatchObject({
    enrollees: 6,
    mean: 0.444,
    standardDeviation: 0.369,
    alpha: 0.682,
    flags: ["few", "unreliable"],
  });
  const of = (key: "difficulty" | "pointBiserial" | "upperLower") =>
    found.questions.map((question) => question[key]);
  expect(of("difficulty")).toEqual([0.667, 0.333, 0.333]);
  expect(of("pointBiserial")).toEqual([0.632, 0.433, 0.433]);
  expect(of("upperLower")).toEqual([1, 0.75, 0.75]);
});

test("what is not defined is null, and a question nobody was asked is few", () => {
  expect(analyzed(["11", "11"])).toMatchObject({
    mean: 1,
    standardDeviation: 0,
    alpha: null,
    questions: [
      { pointBiserial: null, upperLower: null, difficulty: 1, flags: ["few", "easy"] },
      {},
    ],
  });
  const nobody = analyzed(["11"], { attempts: [] });
  expect(nobody).toMatchObject({
    enrollees: 0,
    mean: null,
    standardDeviation: null,
    flags: ["few"],
  });
  expect(nobody.questions[0]).toEqual({
    id: "q1",
    asked: 0,
    unanswered: 0,
    difficulty: null,
    pointBiserial: null,
    upperLower: null,
    chosen: [
      { answer: "true", count: 0 },
      { answer: "false", count: 0 },
    ],
    places: [],
    flags: ["few"],
  });
});

test("what was chosen, which places were right, and answers that nobody or too many gave", () => {
  const one = { id: "q1", kind: "one", points: 1, answers: ids("a", "b", "c"), right: "a" };
  const gap = { id: "q2", kind: "gap", points: 1, right: [["x"], ["y"]] };
  const given: [unknown, unknown][] = [
    ["b", ["x", "z"]],
    ["b", ["x", "y"]],
    ["a", null],
    [null, ["", null]],
  ];
  const found = analyzeQuiz(
    quizOf(
      looseQuiz({
        questions: [one, gap],
        parts: [{ id: "p", ask: ["q1", "q2"] }],
        enrollments: given.map((_, i) => ({ id: `e${i}` })),
        attempts: given.map(([first, second], i) => ({
          id: `t${i}`,
          enrollment: `e${i}`,
          startedAt: "2027-05-03T10:00:00Z",
          submittedAt: "2027-05-03T11:00:00Z",
          answers: [
            { question: "q1", answer: first, at: "2027-05-03T10:30:00Z" },
            { question: "q2", answer: second, at: "2027-05-03T10:30:00Z" },
          ],
        })),
      }),
    ),
  );
  expect(found.questions[0]).toMatchObject({
    unanswered: 1,
    chosen: [
      { answer: "a", count: 1 },
      { answer: "b", count: 2 },
      { answer: "c", count: 0 },
    ],
    flags: expect.arrayContaining(["idle", "rival"]),
  });
  expect(found.questions[1]).toMatchObject({ places: [2, 1], unanswered: 2 });
});

test("figures are those of plain floating point, to what that can say (thousands of papers)", () => {
  const marks = fc.stringMatching(/^[01]{4}$/);
  fc.assert(
    fc.property(fc.array(marks, { minLength: 3, maxLength: 40 }), (people) => {
      const found = analyzed(people);
      const rows = people.map((text) => [...text].map(Number));
      const mean = (all: number[]) => all.reduce((a, b) => a + b, 0) / all.length;
      const sd = (all: number[]) => Math.sqrt(mean(all.map((x) => (x - mean(all)) ** 2)));
      const totals = rows.map((row) => row.reduce((a, b) => a + b, 0) / 4);
      expect(found.mean).toBeCloseTo(mean(totals), 2);
      expect(found.standardDeviation).toBeCloseTo(sd(totals), 2);
      found.questions.forEach((question, k) => {
        const x = rows.map((row) => row[k] as number);
        const y = rows.map((row) => row.reduce((a, b) => a + b, 0) - (row[k] as number));
        const r =
          mean(x.map((one, i) => (one - mean(x)) * ((y[i] as number) - mean(y)))) / (sd(x) * sd(y));
        if (question.pointBiserial === null) expect(sd(x) * sd(y)).toBeCloseTo(0, 8);
        else expect(question.pointBiserial).toBeCloseTo(r, 2);
      });
      if (found.alpha !== null) {
        const parts = [0, 1, 2, 3].map((k) => sd(rows.map((row) => row[k] as number)) ** 2);
        const whole = sd(rows.map((row) => row.reduce((a, b) => a + b, 0))) ** 2;
        const alpha = (4 / 3) * (1 - parts.reduce((a, b) => a + b, 0) / whole);
        expect(Math.abs(found.alpha - alpha)).toBeLessThan(0.0006);
      }
    }),
    { numRuns: 200, seed: 3 },
  );
});

/** Surveys: what can be answered, what is needed, and what all answers come to. */
import { type SurveyAnswers, surveyFaults, tallySurvey } from "../../src/lessons";
import type { SurveyQuestion } from "../../src/lessons/survey";

const questions: SurveyQuestion[] = [
  { id: "s", kind: "scale", text: "How was it?", needed: true, steps: 5, low: "bad", high: "good" },
  { id: "c", kind: "choice", text: "Which?", needed: false, several: false, options: ["A", "B"] },
  {
    id: "m",
    kind: "choice",
    text: "Which?",
    needed: false,
    several: true,
    options: ["A", "B", "C"],
  },
  { id: "t", kind: "text", text: "What else?", needed: false },
];
const faults = (answers: SurveyAnswers) =>
  surveyFaults({ questions }, answers).map(({ question }) => question);

test("what is needed has to be answered, and an empty answer is none", () => {
  expect(faults({})).toEqual(["s"]);
  expect(faults({ s: 3, c: [], t: "  " })).toEqual([]);
});

test("what is no answer of its question, or to none, is refused", () => {
  expect(faults({ s: 6 })).toEqual(["s"]);
  expect(faults({ s: 0 })).toEqual(["s"]);
  expect(faults({ s: 3, c: [0, 1] })).toEqual(["c"]);
  expect(faults({ s: 3, m: [0, 0] })).toEqual(["m"]);
  expect(faults({ s: 3, m: [3] })).toEqual(["m"]);
  expect(faults({ s: 3, t: "x".repeat(5001) })).toEqual(["t"]);
  expect(faults({ s: 3, t: 4 })).toEqual(["t"]);
  expect(faults({ s: 3, other: "x" })).toEqual(["other"]);
});

test("answers are counted by step and option, a scale has its mean, texts stay texts", () => {
  const all: SurveyAnswers[] = [
    { s: 5, c: [1], m: [0, 2], t: "Warm" },
    { s: 4, c: [1], m: [2] },
    { s: 2, t: "" },
  ];
  expect(tallySurvey({ questions }, all)).toEqual([
    { id: "s", answered: 3, counts: [0, 1, 0, 1, 1], mean: 3.67, texts: [] },
    { id: "c", answered: 2, counts: [0, 2], mean: null, texts: [] },
    { id: "m", answered: 2, counts: [1, 0, 2], mean: null, texts: [] },
    { id: "t", answered: 1, counts: [], mean: null, texts: ["Warm"] },
  ]);
});

test("an answer to a step that is gone is left out, not counted as another", () => {
  const [tally] = tallySurvey({ questions: [{ ...questions[0], steps: 3 } as SurveyQuestion] }, [
    { s: 5 },
    { s: 3 },
  ]);
  expect(tally).toMatchObject({ answered: 1, counts: [0, 0, 1], mean: 3 });
});

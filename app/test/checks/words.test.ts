/** A quiz in words: how it counts, what is left, and what its questions tell. */
import type { QuestionAnalysis } from "@dawngate/contract/checks";
import { isAnswered } from "../../src/checks/answered";
import { sayFlags, sayWhole } from "../../src/checks/say-analysis";
import { sayAnswer } from "../../src/checks/say-answer";
import { sayAttempts, sayMinutes, sayPercent, sayQuiz } from "../../src/checks/say-rules";
import { sayLeft } from "../../src/checks/use-clock";

const rules = {
  atOnce: false,
  asks: 8,
  passMark: 60,
  attempts: 3,
  retake: "all",
  retakeCost: 10,
  counts: "best",
  show: "after-pass",
  limit: 30,
  wait: 1440,
} as const;

test("how it counts is said as one would say it", () => {
  expect(sayQuiz(rules)).toBe("Eight questions in 30 minutes. 60 % pass.");
  expect(sayAttempts(rules)).toBe(
    "Three attempts, a day apart; each after the first costs 10 %; the best counts; what is right is shown once you have passed.",
  );
  expect(sayAttempts({ ...rules, attempts: 1, show: "never" })).toBe(
    "One attempt; what is right is not shown.",
  );
  expect(sayQuiz({ ...rules, asks: 1, limit: null, passMark: 0 })).toBe(
    "One question. Handed in is passed.",
  );
});

test("minutes, shares and a clock", () => {
  expect([1, 45, 60, 90, 120, 1440, 2880].map(sayMinutes)).toEqual([
    "a minute",
    "45 minutes",
    "an hour",
    "1 h 30 min",
    "two hours",
    "a day",
    "two days",
  ]);
  expect(sayPercent(0.66665)).toBe("66.67 %");
  expect([3_909_000, 299_000, 500, -5].map(sayLeft)).toEqual(["1:05:09", "4:59", "0:01", "0:00"]);
});

test("an empty answer is none", () => {
  expect([null, "", "  ", [], ["", null], {}].map(isAnswered)).toEqual(Array(6).fill(false));
  expect([false, "a", ["a"], ["", "b"], { l1: "a" }].map(isAnswered)).toEqual(Array(5).fill(true));
});

test("an answer, and what is right, is read in the words of the question", () => {
  const question = {
    id: "q",
    kind: "match" as const,
    points: 1,
    text: "",
    answers: [
      { id: "a", text: "Dense" },
      { id: "b", text: "Airy" },
    ],
    left: [
      { id: "l1", text: "Rye" },
      { id: "l2", text: "Wheat" },
    ],
    gaps: 0,
  };
  expect(sayAnswer(question, { l1: "a" })).toBe("Rye: Dense; Wheat: nothing");
  expect(
    sayAnswer({ ...question, kind: "keywords" }, [["levain", "sourdough"], ["salt"]], true),
  ).toBe("levain or sourdough · salt");
  expect(sayAnswer({ ...question, kind: "order" }, ["b", "a"])).toBe("1. Airy  2. Dense");
  expect(sayAnswer(question, null)).toBe("Nothing");
});

test("a key that is wrong is asked about, and so is an answer nobody falls for", () => {
  const line = {
    question: {
      id: "q",
      kind: "one",
      text: "Which?",
      answers: [
        { id: "a", text: "Rye", picture: null, fixed: false },
        { id: "b", text: "Wheat", picture: null, fixed: false },
        { id: "c", text: "Sand", picture: null, fixed: false },
      ],
      right: "b",
    },
    asked: 40,
    unanswered: 0,
    difficulty: 0.1,
    pointBiserial: -0.2,
    upperLower: -0.3,
    chosen: [
      { answer: "a", count: 36 },
      { answer: "b", count: 4 },
      { answer: "c", count: 0 },
    ],
    places: [],
    flags: ["hard", "weak", "negative", "idle", "rival"],
  } as unknown as QuestionAnalysis["questions"][number];
  const said = sayFlags(line);
  expect(said[0]).toBe("More chose “Rye” than what is marked as right: is the key right?");
  expect(said.at(-1)).toContain("“Sand”");
  expect(said).toHaveLength(5);
  expect(
    sayWhole({ alpha: 0.5, flags: ["few", "unreliable"], enrollees: 12 } as QuestionAnalysis),
  ).toHaveLength(2);
});

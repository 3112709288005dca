/** Small quizzes for tests, always through the same border as a user's. */
import { parseQuiz, type Quiz, scoreQuiz } from "../../src/checks";
import { instant } from "../helpers";

type Loose = Record<string, unknown>;

export const ids = (...names: string[]) => names.map((id) => ({ id }));
export const trueFalse = (id: string, over: Loose = {}) => ({
  id,
  kind: "true-false",
  points: 1,
  right: true,
  ...over,
});

export const looseQuiz = (over: Loose = {}): Loose => ({
  dawnGateQuiz: 1,
  id: "z1",
  questions: [trueFalse("q1")],
  parts: [{ id: "p1", ask: ["q1"] }],
  passMark: 60,
  enrollments: [{ id: "e1" }],
  ...over,
});

export function quizOf(loose: Loose): Quiz {
  const read = parseQuiz(loose);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.value;
}

export function faultsOf(loose: unknown): string[] {
  const read = parseQuiz(loose);
  return read.ok ? [] : read.faults.map(({ path }) => path);
}

/** An attempt of a minute, with these answers. */
export const attempt = (id: string, at: string, answers: Loose, over: Loose = {}) => ({
  id,
  enrollment: "e1",
  startedAt: `2027-05-${at}:00Z`,
  submittedAt: `2027-05-${at}:50Z`,
  answers: Object.entries(answers).map(([question, answer]) => ({
    question,
    answer,
    at: `2027-05-${at}:10Z`,
  })),
  ...over,
});

export const score = (loose: Loose, at = "2027-06-30T00:00:00Z") =>
  scoreQuiz(quizOf(loose), instant(at));

/** What one question earns for an answer. */
export function pointsFor(question: Loose, answer: unknown): number | null | undefined {
  const own = { points: 1, ...question, id: "q" };
  const loose = looseQuiz({
    questions: [own],
    parts: [{ id: "p", ask: ["q"] }],
    attempts: [attempt("t1", "03T10:00", { q: answer })],
  });
  return score(loose).enrollments[0]?.attempts[0]?.questions[0]?.points;
}

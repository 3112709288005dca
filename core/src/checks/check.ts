/** Reading a quiz file: every key by itself, then one against another (checks.md, "Refused"). */
import { type Fault, type Read, readValue } from "../plan";
import { parseInstant } from "../time";
import { isAnswerOf, rightFault } from "./kinds";
import { type Ask, type Question, type Quiz, quizSchema } from "./schema";

export function parseQuiz(value: unknown): Read<Quiz> {
  const read = readValue(quizSchema, value, checkQuiz);
  if (read.ok) return read;
  return {
    ok: false,
    faults: read.faults.map((one) => (one.path === "(plan)" ? { ...one, path: "(quiz)" } : one)),
  };
}

type Say = (path: string, reason: string) => void;

function checkQuiz(quiz: Quiz): Fault[] {
  const faults: Fault[] = [];
  const say: Say = (path, reason) => faults.push({ path, reason });
  for (const list of ["questions", "parts", "enrollments", "attempts"] as const)
    checkIds(quiz[list], list, say);
  quiz.questions.forEach((question, i) => {
    checkQuestion(question, (path, reason) => say(`questions[${i}].${path}`, reason));
  });
  checkParts(quiz, say);
  checkAttempts(quiz, say);
  return faults;
}

function checkIds(list: readonly { id: string }[], path: string, say: Say): void {
  const seen = new Set<string>();
  list.forEach(({ id }, i) => {
    if (seen.has(id)) say(`${path}[${i}].id`, `"${id}" stands there twice`);
    seen.add(id);
  });
}

/** What is wrong with a question by itself, each at its path; empty: nothing. */
export function questionFaults(question: Question): Fault[] {
  const faults: Fault[] = [];
  checkQuestion(question, (path, reason) => faults.push({ path, reason }));
  return faults;
}

function checkQuestion(question: Question, say: Say): void {
  if ("answers" in question) checkIds(question.answers, "answers", say);
  if ("left" in question) checkIds(question.left, "left", say);
  const fault = rightFault(question);
  if (fault) say("right", fault);
  if (question.kind === "number" && question.tolerance !== null && question.percent !== null)
    say("percent", "Either a tolerance or a percentage, not both");
}

function checkParts({ parts, questions }: Quiz, say: Say): void {
  const known = new Set(questions.map(({ id }) => id));
  const asks = parts.flatMap(({ ask }, i) =>
    ask.map((one, j) => ({ path: `parts[${i}].ask[${j}]`, one: one as Ask })),
  );
  const named = new Set<string>();
  for (const { path, one } of asks) {
    if (typeof one !== "string") continue;
    if (!known.has(one)) say(path, `There is no question "${one.slice(0, 60)}"`);
    else if (named.has(one)) say(path, `"${one}" is asked by name already`);
    named.add(one);
  }
  const left = new Map<string, number>();
  for (const { id, category } of questions)
    if (category !== null && !named.has(id)) left.set(category, (left.get(category) ?? 0) + 1);
  for (const { path, one } of asks) {
    if (typeof one === "string") continue;
    const rest = left.get(one.category) ?? 0;
    if (one.draw > rest)
      say(`${path}.draw`, `"${one.category}" has ${rest} questions left to draw from`);
    left.set(one.category, rest - one.draw);
  }
  if (asks.length === 0) say("parts", "Nothing is asked");
}

function checkAttempts({ attempts, enrollments, questions }: Quiz, say: Say): void {
  const people = new Set(enrollments.map(({ id }) => id));
  const known = new Map(questions.map((question) => [question.id, question]));
  const begun = new Set<string>();
  const read = (text: string) => {
    const parsed = parseInstant(text);
    return parsed.ok ? parsed.value : 0;
  };
  attempts.forEach((attempt, i) => {
    const at = (path: string, reason: string) => say(`attempts[${i}].${path}`, reason);
    const began = read(attempt.startedAt);
    if (!people.has(attempt.enrollment))
      at("enrollment", `There is no enrollment "${attempt.enrollment.slice(0, 60)}"`);
    const own = JSON.stringify([attempt.enrollment, began]);
    if (begun.has(own)) at("startedAt", "Another attempt of this enrollment began at that instant");
    begun.add(own);
    if (attempt.submittedAt !== null && read(attempt.submittedAt) < began)
      at("submittedAt", "It was handed in before it began");
    if (attempt.asked) {
      if (attempt.asked.length === 0) at("asked", "An attempt asks something");
      if (new Set(attempt.asked).size < attempt.asked.length)
        at("asked", "A question is asked once in an attempt");
      attempt.asked.forEach((one, j) => {
        if (!known.has(one)) at(`asked[${j}]`, `There is no question "${one.slice(0, 60)}"`);
      });
    }
    attempt.answers.forEach(({ question, answer, at: saved }, j) => {
      const of = known.get(question);
      if (!of) at(`answers[${j}].question`, `There is no question "${question.slice(0, 60)}"`);
      else if (!isAnswerOf(of, answer))
        at(
          `answers[${j}].answer`,
          `This is no answer to a question "${of.kind}", or not one of its own`,
        );
      if (read(saved) < began) at(`answers[${j}].at`, "It was saved before the attempt began");
    });
  });
}

/** A quiz as the core reads it: what its lesson says, the bank's questions, who takes it, and what is on record of them. */
import { isAnswerOf, type Question, type Quiz } from "@dawngate/core/checks";
import type { PartOf } from "@dawngate/core/lessons";
import { countedParts } from "@dawngate/core/plan/asks";
import type { Timeline } from "@dawngate/core/schedule";
import { formatInstant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../db/connection";
import {
  type AttemptRow,
  type Given,
  readAnswers,
  readAttempts,
  readGiven,
  type SavedAnswer,
} from "./attempt-store";
import { readDrawable, readQuestions } from "./bank-store";
import { partIn } from "./part-in";

/** A quiz in a lesson. */
export interface QuizIn {
  title: string;
  /** The lesson in the outline, and the content it stands on. */
  item: string;
  lesson: string;
  part: PartOf<"quiz">;
}

/** Of a category so many questions can be drawn, in the order of their names. */
const DRAWABLE_MOST = 2000;

/** The quiz that stands in a lesson as a version of its course names it; null: none does. */
export async function quizIn(
  tx: SchoolTransaction,
  course: { id: string; modules: { lessons: { id: string; title: string; kind: string }[] }[] },
  version: number,
  item: string,
): Promise<QuizIn | null> {
  const found = await partIn(tx, course, version, item, "quiz");
  return found && { ...found, item };
}

/** Who takes a quiz, and from when to when it is theirs. */
export interface Taker {
  enrollment: string;
  opens: string | null;
  closes: string | null;
}

/** From when to when a lesson is somebody's: an attempt without a limit goes on no longer than their access. */
export function takerOf(enrollment: string, { items, access }: Timeline, item: string): Taker {
  const found = items.find(({ id }) => id === item);
  const ends = [found?.closes ?? null, access.until].filter((at) => at !== null);
  return {
    enrollment,
    opens: found?.opens == null ? null : formatInstant(found.opens),
    closes: ends.length === 0 ? null : formatInstant(ends.reduce((a, b) => (a < b ? a : b))),
  };
}

export interface OnRecord {
  attempts: AttemptRow[];
  answers: SavedAnswer[];
  given: Given[];
}

/** What is on record of some people at a lesson. */
export async function recordOf(
  tx: SchoolTransaction,
  enrollments: readonly string[],
  item: string,
): Promise<OnRecord> {
  const attempts = await readAttempts(tx, enrollments, item);
  const answers = await readAnswers(
    tx,
    attempts.map(({ id }) => id),
  );
  return { attempts, answers, given: await readGiven(tx, enrollments, item) };
}

/** The questions of a quiz, those it may draw where that is asked, and those that attempts on record were asked. */
export async function questionsOf(
  tx: SchoolTransaction,
  part: PartOf<"quiz">,
  attempts: readonly AttemptRow[],
  draws = true,
): Promise<Question[]> {
  const asks = part.parts.flatMap(({ ask }) => ask);
  const named = asks.filter((one) => typeof one === "string");
  const categories = draws
    ? asks.flatMap((one) => (typeof one === "string" ? [] : [one.category]))
    : [];
  const drawable = await readDrawable(tx, categories, DRAWABLE_MOST);
  const known = new Set(drawable.map(({ id }) => id));
  const others = [...named, ...attempts.flatMap(({ asked }) => asked)].filter(
    (id) => !known.has(id),
  );
  const rest = await readQuestions(tx, others);
  return [
    ...drawable,
    // One that is asked no more is drawn no more; where it was asked it stays in its part.
    ...[...rest.values()].map(({ question, retired }) =>
      retired && draws ? { ...question, category: null } : question,
    ),
  ];
}

/** Of what an attempt asked, what counts. A paper of which nothing is left counts as it did: one of nothing has no score. */
function countedOf(
  asked: readonly string[],
  known: ReadonlyMap<string, Question>,
  out: ReadonlySet<string>,
): string[] {
  const there = asked.filter((id) => known.has(id));
  const counted = there.filter((id) => !out.has(id));
  return counted.length > 0 ? counted : there;
}

/** The quiz file of some people. What the bank does not hold any more is not asked; what no question takes is no answer. */
export function quizFile(
  { title, lesson, part }: QuizIn,
  questions: readonly Question[],
  takers: readonly Taker[],
  { attempts, answers, given }: OnRecord,
): Quiz {
  const { kind: _, atOnce: __, parts: ___, uncounted = [], ...rules } = part;
  const out = new Set(uncounted);
  const known = new Map(questions.map((question) => [question.id, question]));
  const onTop = new Map(given.map((one) => [one.enrollment, one]));
  const saved = new Map<string, SavedAnswer[]>();
  for (const one of answers) {
    const list = saved.get(one.attempt);
    if (list) list.push(one);
    else saved.set(one.attempt, [one]);
  }
  return {
    dawnGateQuiz: 1,
    id: lesson,
    title,
    // What is left out is drawn no more.
    questions: questions.map((one) => (out.has(one.id) ? { ...one, category: null } : one)),
    parts: countedParts(part).map((one) => ({
      ...one,
      ask: one.ask.filter((ask) => typeof ask !== "string" || known.has(ask)),
    })),
    ...rules,
    enrollments: takers.map(({ enrollment, opens, closes }) => {
      const more = onTop.get(enrollment);
      return {
        id: enrollment,
        opens,
        closes,
        extraTime: more ? `PT${more.minutes}M` : null,
        extraAttempts: more?.attempts ?? 0,
      };
    }),
    attempts: attempts.map(({ asked, ...attempt }) => ({
      id: attempt.id,
      enrollment: attempt.enrollment,
      startedAt: attempt.startedAt,
      submittedAt: attempt.submittedAt,
      asked: countedOf(asked, known, out),
      answers: (saved.get(attempt.id) ?? []).flatMap(({ question, answer, at }) => {
        const of = known.get(question);
        return of ? [{ question, answer: isAnswerOf(of, answer) ? answer : null, at }] : [];
      }),
    })),
  };
}

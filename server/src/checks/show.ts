/** What somebody reads of a quiz: how it stands for them, the attempt that runs, and one that has ended. */
import type { AttemptSeen, MyQuiz } from "@dawngate/contract/checks";
import { askedOf, minutesIn, type Question, sayMark, sayScore } from "@dawngate/core/checks";
import { filesInText } from "@dawngate/core/lessons";
import { countAsks } from "@dawngate/core/plan/asks";
import { formatInstant, MINUTE } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { type Mine, whyShut } from "../enrollment/mine";
import { showFiles } from "../files/service";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import type { TheirQuiz } from "./standing";

type Kept = Services["kept"];

/** So many attempts are listed. */
const LISTED = 100;
/** What came so much later than it was given is said to have, in milliseconds. */
const LATE_ARRIVAL = MINUTE;

/** The quiz as it stands for its taker. */
export async function showTheirs(
  tx: SchoolTransaction,
  kept: Kept,
  context: Context,
  own: Mine,
  theirs: TheirQuiz,
): Promise<MyQuiz> {
  const { quiz, file, record, scored } = theirs;
  const { part } = quiz;
  const more = record.given[0];
  const limit = minutesIn(part.limit);
  const ended = scored.attempts.some(({ endedAt }) => endedAt !== null);
  const shown = scored.attempts.slice(-LISTED);
  // Once passed, passed: also where a question was mended since, or staff recorded it.
  const onRecord = own.enrollment.events.find(
    (event) => event.type === "passed" && event.item === quiz.item,
  );
  const passedAt = onRecord?.at ?? scored.passedAt;
  return {
    lesson: quiz.item,
    title: quiz.title,
    course: own.plan.title,
    zone: own.enrollment.timeZone,
    now: formatInstant(context.now),
    rules: {
      atOnce: part.atOnce,
      asks: countAsks(file),
      passMark: part.passMark,
      attempts: part.attemptsAllowed === null ? null : part.attemptsAllowed + (more?.attempts ?? 0),
      retake: part.retake,
      retakeCost: part.retakeCost,
      counts: part.counts,
      show: part.show,
      limit: limit === null ? null : limit + (more?.minutes ?? 0),
      wait: minutesIn(part.wait),
    },
    score: scored.score,
    passed: passedAt !== null,
    passedAt,
    counts: scored.counts,
    attemptsLeft: scored.attemptsLeft,
    next: scored.next,
    shut: whyShut(own, quiz.item),
    shown: scored.rightAnswersShown,
    message: !ended ? "" : passedAt !== null ? part.messages.passed : part.messages.failed,
    attempts: shown.map((one) => ({ ...lineOf(one), why: sayScore(part, one) })),
    running: await showRunning(tx, kept, context, theirs),
  };
}

const lineOf = ({
  id,
  number,
  startedAt,
  endedAt,
  until,
  late,
  earned,
  possible,
  score,
  passed,
}: TheirQuiz["scored"]["attempts"][number]) => {
  return { id, number, startedAt, endedAt, until, late, earned, possible, score, passed };
};

async function showRunning(
  tx: SchoolTransaction,
  kept: Kept,
  context: Context,
  { file, record, scored }: TheirQuiz,
): Promise<MyQuiz["running"]> {
  const running = scored.attempts.find(({ endedAt }) => endedAt === null);
  if (!running) return null;
  const questions = new Map(file.questions.map((one) => [one.id, one]));
  const asked = running.questions.filter((one) => one.asked).map(({ id }) => id);
  const left = new Set(asked);
  const parts = file.parts.map(({ title, before, after, ask }) => {
    // What it names stands in it; of what was drawn, whatever is of a category it draws from.
    const names = new Set(ask.filter((one) => typeof one === "string") as string[]);
    const draws = new Map(
      (ask as (string | { draw: number; category: string })[]).flatMap((one) =>
        typeof one === "string" ? [] : [[one.category, one.draw] as const],
      ),
    );
    const own = asked.filter((id) => {
      if (!left.has(id)) return false;
      const category = questions.get(id)?.category ?? null;
      const drawn = category === null ? 0 : (draws.get(category) ?? 0);
      if (!names.has(id) && drawn === 0) return false;
      if (!names.has(id) && category !== null) draws.set(category, drawn - 1);
      left.delete(id);
      return true;
    });
    return { title, before, after, ids: own };
  });
  // What no part asks any more is asked at the end.
  if (left.size > 0) parts.push({ title: "", before: "", after: "", ids: [...left] });
  const shown = parts
    .map(({ ids, ...part }) => ({
      ...part,
      questions: ids.flatMap((id) => {
        const question = questions.get(id);
        return question ? [askedOf(question, running.id)] : [];
      }),
    }))
    .filter((part) => part.questions.length > 0);
  const answers: Record<string, unknown> = {};
  for (const { attempt, question, answer } of [...record.answers].sort(
    (a, b) => Date.parse(a.at) - Date.parse(b.at),
  ))
    if (attempt === running.id) answers[question] = answer;
  const texts = shown.flatMap((part) => [
    part.before,
    part.after,
    ...part.questions.flatMap(textsOf),
  ]);
  return {
    id: running.id,
    number: running.number,
    until: running.until,
    parts: shown,
    answers,
    files: await showFiles(tx, kept, context, texts.flatMap(filesInText)),
  };
}

const textsOf = (question: {
  text: string;
  answers?: { text: string }[];
  left?: { text: string }[];
}) => [
  question.text,
  ...(question.answers ?? []).map(({ text }) => text),
  ...(question.left ?? []).map(({ text }) => text),
];

/** The files that questions show. */
export const filesOfQuestions = (questions: readonly Question[]): string[] =>
  questions.flatMap((one) => [...textsOf(one as never), one.explanation]).flatMap(filesInText);

/** An attempt answer by answer; `open`: whether what is right may be seen. */
export async function showAttempt(
  tx: SchoolTransaction,
  kept: Kept,
  context: Context,
  name: string,
  { quiz, file, record, scored }: TheirQuiz,
  id: string,
  open: boolean,
): Promise<AttemptSeen> {
  const attempt = scored.attempts.find((one) => one.id === id);
  if (!attempt) throw notFound("There is no such attempt.");
  const questions = new Map(file.questions.map((one) => [one.id, one]));
  const saved = file.attempts.find((one) => one.id === id);
  const arrived = new Map(
    record.answers
      .filter((one) => one.attempt === id)
      .map((one) => [`${one.question} ${one.at}`, one.arrivedAt]),
  );
  /** What counted, question by question. */
  const counted = new Map<string, { answer: unknown; at: string }>();
  const end = attempt.endedAt === null ? Number.POSITIVE_INFINITY : Date.parse(attempt.endedAt);
  const until = attempt.until === null ? Number.POSITIVE_INFINITY : Date.parse(attempt.until);
  for (const { question, answer, at } of saved?.answers ?? []) {
    const when = Date.parse(at);
    if (when > end || when >= until) continue;
    const before = counted.get(question);
    if (!before || Date.parse(before.at) <= when) counted.set(question, { answer, at });
  }
  const lines = attempt.questions.flatMap((line) => {
    const question = questions.get(line.id);
    if (!question) return [];
    const given = line.asked ? counted.get(line.id) : undefined;
    const came = given ? arrived.get(`${line.id} ${given.at}`) : undefined;
    const later = given && came && Date.parse(came) - Date.parse(given.at) > LATE_ARRIVAL;
    return [
      {
        question: askedOf(question, id),
        asked: line.asked,
        answer: given?.answer ?? null,
        at: given?.at ?? null,
        arrived: later ? (came ?? null) : null,
        points: line.points,
        why: line.asked ? sayMark(question, given?.answer) : "Kept from an earlier attempt",
        right: question.right,
        explanation: question.explanation,
      },
    ];
  });
  // What the school has left out since stands at the end, with what was answered.
  const known = new Set(attempt.questions.map((line) => line.id));
  const asked = record.attempts.find((one) => one.id === id)?.asked ?? [];
  const out = asked.flatMap((of) => (known.has(of) ? [] : (questions.get(of) ?? [])));
  for (const question of out)
    lines.push({
      question: askedOf(question, id),
      asked: true,
      answer: counted.get(question.id)?.answer ?? null,
      at: counted.get(question.id)?.at ?? null,
      arrived: null,
      points: null,
      why: "It counts in nobody's attempt any more: the school has left it out.",
      right: question.right,
      explanation: question.explanation,
    });
  return {
    ...lineOf(attempt),
    why: sayScore(quiz.part, attempt),
    enrollment: record.attempts[0]?.enrollment ?? "",
    name,
    questions: open ? lines : null,
    files: open
      ? await showFiles(
          tx,
          kept,
          context,
          filesOfQuestions([
            ...attempt.questions.flatMap(({ id: of }) => questions.get(of) ?? []),
            ...out,
          ]),
        )
      : {},
  };
}

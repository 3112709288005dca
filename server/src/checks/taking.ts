/** Taking a quiz: begun, kept answer by answer, handed in; each once, whatever is pressed twice or on two devices. */
import { randomBytes } from "node:crypto";
import type {
  AnswersChange,
  AnswersKept,
  AttemptSeen,
  HandedIn,
  MyQuiz,
} from "@dawngate/contract/checks";
import { isAnswerOf } from "@dawngate/core/checks";
import { sayInstant } from "@dawngate/core/schedule/words";
import { formatInstant, type Instant, instantIn, wholeMinute, zoneOf } from "@dawngate/core/time";
import { conflict, notFound, refusal } from "../base/problem";
import type { SchoolTransaction } from "../db/connection";
import { enterLesson, type Mine, mine } from "../enrollment/mine";
import { sayTicked } from "../enrollment/tick";
import { follow } from "../jobs/outbox";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import {
  type AttemptRow,
  countAnswers,
  insertAnswers,
  insertAttempt,
  isTheirEnrollment,
  readAttempt,
  setSubmitted,
} from "./attempt-store";
import { readQuestions } from "./bank-store";
import { showAttempt, showTheirs } from "./show";
import { type ScoredPerson, scored, settle, type TheirQuiz, theirQuiz } from "./standing";

type Parts = Pick<Services, "db" | "kept">;
interface Where {
  enrollment: string;
  lesson: string;
}

/** So often answers of one attempt are kept. */
const ANSWERS_MOST = 5000;

export async function showMyQuiz(
  { db, kept }: Parts,
  context: Context,
  { enrollment, lesson }: Where,
): Promise<MyQuiz> {
  return reading(db, context, async (tx) => {
    const own = await mine(tx, context, enrollment, context.now);
    return showTheirs(tx, kept, context, own, await theirQuiz(tx, own, lesson, context.now));
  });
}

/** Begins an attempt, where one may; where one runs, that is gone on with. */
export async function beginAttempt(
  { db, kept }: Parts,
  context: Context,
  { enrollment, lesson }: Where,
  key: string,
): Promise<MyQuiz> {
  const { now } = context;
  return db.withSchool(context, async (tx) => {
    const own = await mine(tx, context, enrollment, now, true);
    const theirs = await theirQuiz(tx, own, lesson, now, true);
    const { quiz, file, record } = theirs;
    const pressed = record.attempts.some((one) => one.key === key);
    if (pressed || theirs.scored.next.state === "running")
      return showTheirs(tx, kept, context, own, theirs);
    enterLesson(own, lesson);
    if (theirs.scored.next.state !== "now") throw conflict(whyNot(theirs.scored, own));
    const attempt = {
      id: randomBytes(8).toString("hex"),
      enrollment,
      startedAt: formatInstant(now),
      submittedAt: null,
      asked: null,
      answers: [],
    };
    const drawn = scored({ ...file, attempts: [...file.attempts, attempt] }, now).attempts.at(-1);
    const asked = drawn?.questions.filter((one) => one.asked).map(({ id }) => id) ?? [];
    if (!drawn || asked.length === 0)
      throw conflict("This quiz asks nothing yet; come back later.");
    const { until, possible } = drawn;
    const row = {
      ...attempt,
      course: own.plan.id,
      item: lesson,
      lesson: quiz.lesson,
      number: record.attempts.length + 1,
      key,
      asked,
    };
    await insertAttempt(tx, context.school, { ...row, until }, possible);
    const begun = await theirQuiz(tx, own, lesson, now);
    await settle(tx, context.school, own, begun, now);
    return showTheirs(tx, kept, context, own, begun);
  });
}

/** Why no attempt can begin now, and when one can. */
function whyNot({ next, attempts }: ScoredPerson, own: Mine): string {
  switch (next.state) {
    case "none-left":
      return attempts.length === 1
        ? "The one attempt there is has been made; ask the school if you need another."
        : `All ${attempts.length} attempts have been made; ask the school if you need another.`;
    case "all-right":
      return "Everything is right already; there is nothing to try again.";
    case "closed":
      return "This quiz takes no more attempts.";
    default:
      return `The next attempt can begin ${sayInstant(
        wholeMinute(instantIn(next.from ?? "")),
        zoneOf(own.enrollment.timeZone),
      )}.`;
  }
}

/** An attempt of one's own, held so that handing it in and keeping answers take turns. */
async function ownAttempt(
  tx: SchoolTransaction,
  { enrollment, lesson }: Where,
  id: string,
  hold: "no" | "beside" | "alone" = "no",
): Promise<AttemptRow> {
  const attempt = await readAttempt(tx, id, hold);
  if (attempt?.enrollment !== enrollment || attempt.item !== lesson)
    throw notFound("This attempt is not yours, or not here any more.");
  return attempt;
}

/**
 * Keeps answers as they are given, also after the end: whether one counts is worked out from when it was given, which
 * never lies before the attempt's begin. What is kept is never lost, and never replaced.
 */
export async function saveAnswers(
  { db }: Parts,
  context: Context,
  where: Where,
  id: string,
  { answers }: AnswersChange,
): Promise<AnswersKept> {
  const { now } = context;
  return db.withSchool(context, async (tx) => {
    // Asked of one row: what is open is worked out when an attempt begins, and not with each answer.
    if (!(await isTheirEnrollment(tx, where.enrollment, context.person)))
      throw notFound("This is not on your shelf.");
    const attempt = await ownAttempt(tx, where, id, "beside");
    const known = await readQuestions(
      tx,
      answers.map(({ question }) => question),
    );
    answers.forEach(({ question, answer }, i) => {
      const found = attempt.asked.includes(question) ? known.get(question)?.question : undefined;
      if (!found || !isAnswerOf(found, answer ?? null))
        throw refusal("This is no answer to that question.", [
          { path: `answers[${i}].answer`, reason: "Load the page again, and answer once more" },
        ]);
    });
    if ((await countAnswers(tx, id)) + answers.length > ANSWERS_MOST)
      throw conflict("This attempt was changed too often; hand it in.");
    const begun = Date.parse(attempt.startedAt);
    await insertAnswers(
      tx,
      context.school,
      answers.map(({ key, question, answer, ago }) => ({
        attempt: id,
        key,
        question,
        answer: answer ?? null,
        at: formatInstant(Math.max(begun, now - ago) as Instant),
        arrivedAt: formatInstant(now),
      })),
    );
    const ended =
      attempt.endedAt !== null || (attempt.until !== null && Date.parse(attempt.until) <= now);
    // What was given in time and came after the end may still make it a pass.
    if (ended)
      await follow(tx, context.school, "end-attempt", { school: context.school, attempt: id });
    return { kept: answers.map(({ key }) => key), now: formatInstant(now), ended };
  });
}

/** The same record, as it is when an attempt has been handed in just now: nothing of it is read again. */
function handedIn({ file, record, ...rest }: TheirQuiz, id: string, now: Instant): TheirQuiz {
  const submitted = <A extends { id: string; submittedAt: string | null }>(one: A) =>
    one.id === id ? { ...one, submittedAt: one.submittedAt ?? formatInstant(now) } : one;
  const after = { ...file, attempts: file.attempts.map(submitted) };
  return {
    ...rest,
    file: after,
    record: { ...record, attempts: record.attempts.map(submitted) },
    scored: scored(after, now),
  };
}

/** Hands an attempt in, once: what it came to, and what that opens. */
export async function handIn(
  { db, kept }: Parts,
  context: Context,
  where: Where,
  id: string,
): Promise<HandedIn> {
  const { now } = context;
  return db.withSchool(context, async (tx) => {
    const own = await mine(tx, context, where.enrollment, now, true);
    const attempt = await ownAttempt(tx, where, id, "alone");
    const before = await theirQuiz(tx, own, where.lesson, now);
    const runs = before.scored.attempts.some((one) => one.id === id && one.endedAt === null);
    if (runs && attempt.submittedAt === null) await setSubmitted(tx, id, formatInstant(now));
    const theirs = runs ? handedIn(before, id, now) : before;
    const settled = await settle(tx, context.school, own, theirs, now);
    return {
      quiz: await showTheirs(tx, kept, context, settled.after, theirs),
      ticked: settled.passed ? sayTicked(true, own, settled.after, settled.finished) : null,
    };
  });
}

/** An attempt of one's own, answer by answer where that may be seen. */
export async function showMyAttempt(
  { db, kept }: Parts,
  context: Context,
  where: Where,
  id: string,
): Promise<AttemptSeen> {
  return reading(db, context, async (tx) => {
    const own = await mine(tx, context, where.enrollment, context.now);
    await ownAttempt(tx, where, id);
    const theirs = await theirQuiz(tx, own, where.lesson, context.now);
    const { attempts, rightAnswersShown } = theirs.scored;
    if (attempts.find((one) => one.id === id)?.endedAt === null)
      throw conflict("This attempt still runs; go on with it.");
    return showAttempt(tx, kept, context, "", theirs, id, rightAnswersShown);
  });
}

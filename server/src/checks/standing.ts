/** How a quiz stands for one person: worked out from the record, written down for lists, and a pass put on their record. */
import { type Quiz, type Scored, scorePeople } from "@dawngate/core/checks";
import type { Instant } from "@dawngate/core/time";
import { notFound } from "../base/problem";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import type { Mine } from "../enrollment/mine";
import { keepDone } from "../enrollment/tick";
import { follow } from "../jobs/outbox";
import { setOutcomes } from "./attempt-store";
import {
  type OnRecord,
  type QuizIn,
  questionsOf,
  quizFile,
  quizIn,
  recordOf,
  takerOf,
} from "./file";

export type ScoredPerson = Scored["enrollments"][number];

/** A quiz with what one person has of it. */
export interface TheirQuiz {
  quiz: QuizIn;
  file: Quiz;
  record: OnRecord;
  scored: ScoredPerson;
}

/**
 * How a lesson's quiz stands for somebody at an instant. `draws`: with the questions that a new attempt may draw; those
 * on record are known by what they were asked.
 */
export async function theirQuiz(
  tx: SchoolTransaction,
  own: Mine,
  item: string,
  now: Instant,
  draws = false,
): Promise<TheirQuiz> {
  const quiz = await quizIn(tx, own.plan, own.version, item);
  if (!quiz) throw notFound("There is no quiz in this lesson.");
  const record = await recordOf(tx, [own.enrollment.id], item);
  const questions = await questionsOf(tx, quiz.part, record.attempts, draws);
  const taker = takerOf(own.enrollment.id, own.timeline, item);
  const file = quizFile(quiz, questions, [taker], record);
  return { quiz, file, record, scored: scored(file, now) };
}

/** The one person of a file. */
export function scored(file: Quiz, now: Instant): ScoredPerson {
  const [one] = scorePeople(file, now);
  if (!one) throw new Error("Nobody takes this quiz");
  return one;
}

/** What a settling came to. */
export interface Settled {
  after: Mine;
  /** The modules, and the course, that are finished by it. */
  finished: string[];
  /** Whether a pass was put on record just now. */
  passed: boolean;
}

/**
 * Writes down what the attempts came to, has an attempt that runs looked at when its time is up, and puts the first pass
 * on the person's record. The transaction holds their case. Done again, it comes to the same.
 */
export async function settle(
  tx: SchoolTransaction,
  school: SchoolId,
  own: Mine,
  { quiz, scored: { attempts, passedAt } }: Pick<TheirQuiz, "quiz" | "scored">,
  now: Instant,
): Promise<Settled> {
  await setOutcomes(
    tx,
    attempts.map(({ id, until, endedAt, earned, possible, score, passed }) => {
      return { id, until, endedAt, earned, possible, score, passed };
    }),
  );
  for (const { id, until, endedAt } of attempts)
    if (endedAt === null && until !== null)
      await follow(
        tx,
        school,
        "end-attempt",
        { school, attempt: id },
        { once: `${id} ${until}`, after: Math.max(0, Date.parse(until) - now) },
      );
  const known = own.enrollment.events.some(
    (event) => event.type === "passed" && event.item === quiz.item,
  );
  const pass = attempts.find(({ passed, endedAt }) => passed === true && endedAt === passedAt);
  if (known || passedAt === null || !pass) return { after: own, finished: [], passed: false };
  const happening = {
    kind: "passed",
    at: passedAt,
    data: { item: quiz.item, score: pass.score },
    reason: null,
    key: `passed ${quiz.item} ${pass.id}`,
  };
  return { ...(await keepDone(tx, school, own, happening, now)), passed: true };
}

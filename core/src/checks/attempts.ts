/** The attempts of an enrollee, one after the other: when each ends, what counts in it, and what it earns. */

import { minutesOf } from "../plan/quiz-rules";
import { type Instant, instantIn, MINUTE } from "../time";
import { isUnanswered, shareOf } from "./kinds";
import { drawPaper } from "./paper";
import { Rational, sum } from "./rational";
import type { Attempt, Question, Quiz } from "./schema";

type Enrollment = Quiz["enrollments"][number];

export interface Taken {
  attempt: Attempt;
  /** From 1. */
  number: number;
  startedAt: Instant;
  /** Null: none. */
  until: Instant | null;
  /** Null: it runs. */
  endedAt: Instant | null;
  late: number;
  /** The questions of its paper, in order. */
  paper: PaperLine[];
}

export interface PaperLine {
  question: Question;
  /** False: kept from an earlier attempt. */
  asked: boolean;
  /** The answer that counts; undefined: nothing was saved in time. */
  answer: unknown;
  answered: boolean;
  /** The best of this and all earlier attempts, where only what was missed is asked again. */
  share: Rational;
}

const minutes = (text: string | null) => (text === null ? 0 : (minutesOf(text) ?? 0) * MINUTE);
export const waitOf = (quiz: Quiz) => minutes(quiz.wait);

/** A quiz made ready once, and then asked about any number of enrollees. */
export class PreparedQuiz {
  readonly questions: ReadonlyMap<string, Question>;
  private readonly byEnrollment = new Map<string, { attempt: Attempt; startedAt: Instant }[]>();

  constructor(readonly quiz: Quiz) {
    this.questions = new Map(quiz.questions.map((question) => [question.id, question]));
    for (const attempt of quiz.attempts) {
      const own = this.byEnrollment.get(attempt.enrollment) ?? [];
      own.push({ attempt, startedAt: instantIn(attempt.startedAt) });
      this.byEnrollment.set(attempt.enrollment, own);
    }
    for (const own of this.byEnrollment.values()) own.sort((a, b) => a.startedAt - b.startedAt);
  }

  /** The attempts begun by "now", in order; null: "now" lies after all that is on record. */
  taken(enrollment: Enrollment, now: Instant | null): Taken[] {
    const has = (at: Instant) => now === null || at <= now;
    const begun = (this.byEnrollment.get(enrollment.id) ?? []).filter(({ startedAt }) =>
      has(startedAt),
    );
    const closes = enrollment.closes === null ? null : instantIn(enrollment.closes);
    const best = new Map<string, Rational>();
    const first: { paper: string[] | null } = { paper: null };
    return begun.map(({ attempt, startedAt }, i) => {
      const next = begun[i + 1]?.startedAt ?? null;
      const until = this.untilOf(enrollment, startedAt, closes);
      const given = attempt.submittedAt === null ? null : instantIn(attempt.submittedAt);
      const submitted = given !== null && has(given) ? given : null;
      const ends = [submitted, until, next].filter((at): at is Instant => at !== null);
      const end = ends.length === 0 ? null : (Math.min(...ends) as Instant);
      const answers = new Map<string, { at: Instant; answer: unknown }>();
      let late = 0;
      for (const { question, answer, at: saved } of attempt.answers) {
        const at = instantIn(saved);
        if (!has(at)) continue;
        const isLate =
          (submitted !== null && at > submitted) ||
          (until !== null && at >= until) ||
          (next !== null && at >= next);
        const known = answers.get(question);
        if (isLate) late += 1;
        else if (!known || known.at <= at) answers.set(question, { at, answer });
      }
      return {
        attempt,
        number: i + 1,
        startedAt,
        until,
        endedAt: end !== null && has(end) ? end : null,
        late,
        paper: this.paperOf(attempt, i === 0, first, best, answers),
      };
    });
  }

  /** With a limit so long after its begin, even past the closing; without one until the closing, if it began before. */
  private untilOf({ extraTime }: Enrollment, begin: Instant, closes: Instant | null) {
    const { limit } = this.quiz;
    if (limit !== null) return (begin + minutes(limit) + minutes(extraTime)) as Instant;
    return closes !== null && begin < closes ? closes : null;
  }

  private paperOf(
    attempt: Attempt,
    isFirst: boolean,
    first: { paper: string[] | null },
    best: Map<string, Rational>,
    answers: ReadonlyMap<string, { answer: unknown }>,
  ): PaperLine[] {
    const missed = this.quiz.retake === "missed";
    const own = attempt.asked ?? null;
    // Where only what was missed is asked again, the first paper holds for all.
    const ids = missed && first.paper ? first.paper : (own ?? drawPaper(this.quiz, attempt.id));
    first.paper ??= ids;
    const recorded = missed && !isFirst && own ? new Set(own) : null;
    const lines = ids.map((id): PaperLine => {
      const question = this.questions.get(id) as Question;
      const before = best.get(id);
      const asked =
        !missed || isFirst
          ? true
          : recorded
            ? recorded.has(id)
            : (before ?? Rational.ZERO).isBelow(Rational.ONE);
      const answer = asked ? answers.get(id)?.answer : undefined;
      const share = shareOf(question, answer);
      const kept = missed && before && share.isBelow(before) ? before : share;
      return { question, asked, answer, answered: !isUnanswered(question, answer), share: kept };
    });
    for (const { question, share } of lines) best.set(question.id, share);
    return lines;
  }
}

/** The points of a paper, and of it what was earned. */
export const pointsOf = (question: Question) => Rational.ofNumber(question.points);
export const paperPoints = (paper: readonly PaperLine[]) =>
  sum(paper.map(({ question }) => pointsOf(question)));
export const earnedOn = (paper: readonly PaperLine[]) =>
  sum(paper.map(({ question, share }) => pointsOf(question).times(share)));

/** What each enrollee has scored, which attempt counts, and what may come next (checks.md, `score`). */
import { formatInstant, type Instant, instantIn } from "../time";
import { earnedOn, PreparedQuiz, paperPoints, pointsOf, type Taken, waitOf } from "./attempts";
import { answersShown } from "./paper";
import { Rational, sum } from "./rational";
import type { Ask, Quiz } from "./schema";

export type NextState = "running" | "none-left" | "all-right" | "closed" | "later" | "now";

export interface WrittenAttempt {
  id: string;
  number: number;
  startedAt: string;
  until: string | null;
  endedAt: string | null;
  state: "running" | "ended";
  late: number;
  earned: number | null;
  possible: number;
  score: number | null;
  passed: boolean | null;
  questions: {
    id: string;
    asked: boolean;
    order: string[];
    answered: boolean;
    points: number | null;
    of: number;
  }[];
}

export interface Scored {
  at: string;
  snags: {
    kind: "mark-out-of-reach";
    weight: "stops" | "likely" | "look";
    attempt: number;
    reach: number;
  }[];
  enrollments: {
    id: string;
    counts: string | null;
    score: number | null;
    passed: boolean;
    passedAt: string | null;
    attemptsLeft: number | null;
    next: { state: NextState; from: string | null };
    rightAnswersShown: boolean;
    attempts: WrittenAttempt[];
  }[];
}

const HUNDRED = Rational.of(100);
/** Points, scores and reach. */
const DECIMALS = 4;
const written = (at: Instant | null) => (at === null ? null : formatInstant(at));

/** What is left of a score at the k-th attempt. */
function factorOf({ retakeCost }: Quiz, k: number): Rational {
  const cost = Rational.ofNumber(retakeCost).times(Rational.of(k - 1));
  const factor = Rational.ONE.minus(cost.dividedBy(HUNDRED));
  return factor.isBelow(Rational.ZERO) ? Rational.ZERO : factor;
}

const atMostOne = (share: Rational) => (Rational.ONE.isBelow(share) ? Rational.ONE : share);

interface Marked {
  taken: Taken;
  possible: Rational;
  earned: Rational;
  score: Rational;
  passed: boolean;
}

function mark(quiz: Quiz, taken: Taken): Marked {
  const possible = quiz.outOf === null ? paperPoints(taken.paper) : Rational.ofNumber(quiz.outOf);
  const earned = earnedOn(taken.paper);
  const score = atMostOne(earned.dividedBy(possible)).times(factorOf(quiz, taken.number));
  const passed = score.times(HUNDRED).compare(Rational.ofNumber(quiz.passMark)) >= 0;
  return { taken, possible, earned, score, passed };
}

export function scoreQuiz(quiz: Quiz, now: Instant): Scored {
  return { at: formatInstant(now), snags: reachSnags(quiz), enrollments: scorePeople(quiz, now) };
}

/** The same without what is wrong with the quiz itself: for whoever takes it. */
export function scorePeople(quiz: Quiz, now: Instant): Scored["enrollments"] {
  const prepared = new PreparedQuiz(quiz);
  return quiz.enrollments.map((enrollment) => {
    const marked = prepared.taken(enrollment, now).map((taken) => mark(quiz, taken));
    const ended = marked.filter(({ taken }) => taken.endedAt !== null);
    const counts = whichCounts(quiz, ended);
    const passedAt = passedAtOf(quiz, ended);
    const allowed =
      quiz.attemptsAllowed === null ? null : quiz.attemptsAllowed + enrollment.extraAttempts;
    const left = allowed === null ? null : Math.max(0, allowed - marked.length);
    const next = nextOf(quiz, enrollment, marked, left, now);
    const isClosed = enrollment.closes !== null && instantIn(enrollment.closes) <= now;
    return {
      id: enrollment.id,
      counts: counts?.taken.attempt.id ?? null,
      score: counts?.score.rounded(DECIMALS) ?? null,
      passed: counts?.passed ?? false,
      passedAt: written(passedAt),
      attemptsLeft: left,
      next: { state: next.state, from: written(next.from) },
      rightAnswersShown:
        ended.length > 0 &&
        ended.length === marked.length &&
        isShown(quiz, { passedAt, state: next.state, isClosed }),
      attempts: marked.map(writeAttempt),
    };
  });
}

function whichCounts({ counts }: Quiz, ended: readonly Marked[]): Marked | null {
  if (counts === "last") return ended.at(-1) ?? null;
  if (counts === "first") return ended.find(({ taken }) => taken.number === 1) ?? null;
  let best: Marked | null = null;
  for (const one of ended) if (!best || best.score.isBelow(one.score)) best = one;
  return best;
}

function passedAtOf({ counts }: Quiz, ended: readonly Marked[]): Instant | null {
  const passed = ended.find((one) => one.passed && (counts !== "first" || one.taken.number === 1));
  return passed?.taken.endedAt ?? null;
}

function nextOf(
  quiz: Quiz,
  { opens, closes }: Quiz["enrollments"][number],
  marked: readonly Marked[],
  left: number | null,
  now: Instant,
): { state: NextState; from: Instant | null } {
  const last = marked.at(-1);
  const is = (state: NextState) => ({ state, from: null });
  if (last && last.taken.endedAt === null) return is("running");
  if (left === 0) return is("none-left");
  const { retake } = quiz;
  if (retake === "missed" && last?.taken.paper.every(({ share }) => share.equals(Rational.ONE)))
    return is("all-right");
  const opening = opens === null ? null : instantIn(opens);
  const waited = last ? (((last.taken.endedAt as number) + waitOf(quiz)) as Instant) : null;
  const known = [opening, waited].filter((at): at is Instant => at !== null);
  const from = known.length === 0 ? null : (Math.max(...known) as Instant);
  const closing = closes === null ? null : instantIn(closes);
  if (closing !== null && (closing <= now || (from !== null && closing <= from)))
    return is("closed");
  return { state: from !== null && from > now ? "later" : "now", from };
}

function isShown(
  { show }: Quiz,
  { passedAt, state, isClosed }: { passedAt: Instant | null; state: NextState; isClosed: boolean },
): boolean {
  switch (show) {
    case "never":
      return false;
    case "after-attempt":
      return true;
    case "after-pass":
      return passedAt !== null;
    case "after-last":
      return state === "none-left" || state === "all-right" || state === "closed";
    case "after-closing":
      return isClosed;
  }
}

function writeAttempt({ taken, possible, earned, score, passed }: Marked): WrittenAttempt {
  const { attempt, number, startedAt, until, endedAt, late, paper } = taken;
  const runs = endedAt === null;
  return {
    id: attempt.id,
    number,
    startedAt: formatInstant(startedAt),
    until: written(until),
    endedAt: written(endedAt),
    state: runs ? "running" : "ended",
    late,
    earned: runs ? null : earned.rounded(DECIMALS),
    possible: possible.rounded(DECIMALS),
    score: runs ? null : score.rounded(DECIMALS),
    passed: runs ? null : passed,
    questions: paper.map(({ question, asked, answered, share }) => ({
      id: question.id,
      asked,
      order: asked ? answersShown(question, attempt.id) : [],
      answered,
      points: runs ? null : pointsOf(question).times(share).rounded(DECIMALS),
      of: pointsOf(question).rounded(DECIMALS),
    })),
  };
}

/** The first attempt at which the mark is out of reach, drawing the worst. */
export function reachSnags(quiz: Quiz): Scored["snags"] {
  const share =
    quiz.outOf === null
      ? Rational.ONE
      : drawnPoints(quiz, "smallest").dividedBy(Rational.ofNumber(quiz.outOf));
  const mark = Rational.ofNumber(quiz.passMark).dividedBy(HUNDRED);
  // With a cost the score comes to nothing at last; without one each attempt is as the first.
  const most = quiz.attemptsAllowed ?? (quiz.retakeCost === 0 ? 1 : 10_001);
  for (let k = 1; k <= most; k++) {
    const reach = atMostOne(share).times(factorOf(quiz, k));
    if (!reach.isBelow(mark)) continue;
    const weight = k === 1 ? "stops" : quiz.attemptsAllowed === null ? "look" : "likely";
    return [{ kind: "mark-out-of-reach", weight, attempt: k, reach: reach.rounded(DECIMALS) }];
  }
  return [];
}

/** The points asked by name, and of each category the smallest, or the largest, that can be drawn. */
export function drawnPoints({ questions, parts }: Quiz, which: "smallest" | "largest"): Rational {
  const asks = parts.flatMap(({ ask }) => ask as Ask[]);
  const named = new Set(asks.filter((one): one is string => typeof one === "string"));
  const drawn = new Map<string, number>();
  for (const one of asks)
    if (typeof one !== "string") drawn.set(one.category, (drawn.get(one.category) ?? 0) + one.draw);
  const points = (list: Quiz["questions"]) => sum(list.map(pointsOf));
  let worst = points(questions.filter(({ id }) => named.has(id)));
  for (const [category, count] of drawn) {
    const drawable = questions
      .filter((one) => one.category === category && !named.has(one.id))
      .sort((a, b) => (which === "smallest" ? a.points - b.points : b.points - a.points));
    worst = worst.plus(points(drawable.slice(0, count)));
  }
  return worst;
}

/**
 * Item analysis: how hard each question is, and how well it tells those who know from those who do not (checks.md;
 * sources from memory: Crocker & Algina 1986, ch. 7 and 14; Ebel & Frisbie 1991, ch. 13).
 */
import {
  earnedOn,
  type PaperLine,
  PreparedQuiz,
  paperPoints,
  pointsOf,
  type Taken,
} from "./attempts";
import { isUnanswered, placesOf } from "./kinds";
import { Rational, rootInThousandths, sum, written } from "./rational";
import type { Attempt, Question, Quiz } from "./schema";

export type QuestionFlag = "few" | "hard" | "easy" | "weak" | "negative" | "idle" | "rival";

export interface Analysis {
  enrollees: number;
  mean: number | null;
  standardDeviation: number | null;
  alpha: number | null;
  flags: ("few" | "unreliable")[];
  questions: {
    id: string;
    asked: number;
    unanswered: number;
    difficulty: number | null;
    pointBiserial: number | null;
    upperLower: number | null;
    chosen: { answer: string; count: number }[];
    places: number[];
    flags: QuestionFlag[];
  }[];
}

/** Figures are put out to three decimals. */
export const DECIMALS = 3;
const FEW = 30;

/** One enrollee's paper, and their share of its points. */
export interface Sat {
  /** The attempt that is looked at. */
  attempt: Attempt;
  lines: ReadonlyMap<string, PaperLine>;
  paper: readonly PaperLine[];
  points: Rational;
  earned: Rational;
  total: Rational;
}

export function analyzeQuiz(quiz: Quiz): Analysis {
  const sat = satOf(quiz);
  const totals = sat.map(({ total }) => total);
  const alpha = alphaOf(sat);
  return {
    enrollees: sat.length,
    mean: meanOf(totals)?.rounded(DECIMALS) ?? null,
    standardDeviation:
      sat.length === 0 ? null : written(rootInThousandths(varianceOf(totals)), DECIMALS),
    alpha: alpha?.rounded(DECIMALS) ?? null,
    flags: [
      ...(sat.length < FEW ? (["few"] as const) : []),
      ...(alpha?.isBelow(Rational.of(7, 10)) ? (["unreliable"] as const) : []),
    ],
    questions: quiz.questions.map((question) => itemOf(question, sat)),
  };
}

/** The attempt that counts: the first that was handed in; where only what was missed is asked again, the first of all. */
function firstSubmitted({ retake }: Quiz, taken: readonly Taken[]): Taken | undefined {
  const candidates = retake === "missed" ? taken.slice(0, 1) : taken;
  return candidates.find(({ attempt }) => attempt.submittedAt !== null);
}

/** The paper that is looked at of each enrollee who handed one in. */
export function satOf(quiz: Quiz): Sat[] {
  const prepared = new PreparedQuiz(quiz);
  return quiz.enrollments.flatMap((enrollment) => {
    const taken = firstSubmitted(quiz, prepared.taken(enrollment, null));
    return taken ? [paperOf(taken)] : [];
  });
}

function paperOf({ attempt, paper }: Taken): Sat {
  const points = paperPoints(paper);
  const earned = earnedOn(paper);
  return {
    attempt,
    lines: new Map(paper.map((line) => [line.question.id, line])),
    paper,
    points,
    earned,
    total: earned.dividedBy(points),
  };
}

export const meanOf = (all: readonly Rational[]) =>
  all.length === 0 ? null : sum(all).dividedBy(Rational.of(all.length));

/** Divisor n. */
function varianceOf(all: readonly Rational[]): Rational {
  const mean = meanOf(all);
  if (!mean) return Rational.ZERO;
  return sum(all.map((one) => square(one.minus(mean)))).dividedBy(Rational.of(all.length));
}

const square = (one: Rational) => one.times(one);
const doVary = (all: readonly Rational[]) => all.some((one) => !one.equals(all[0] as Rational));

function itemOf(question: Question, all: readonly Sat[]): Analysis["questions"][number] {
  const asked = all.flatMap((sat) => {
    const line = sat.lines.get(question.id);
    return line ? [{ sat, line }] : [];
  });
  const shares = asked.map(({ line }) => line.share);
  const difficulty = meanOf(shares);
  const biserial = biserialOf(question, asked);
  const upperLower = upperLowerOf(asked);
  const chosen = chosenOf(question, asked);
  const places = asked.map(({ line }) => placesOf(question, line.answer));
  const m = asked.length;
  const wrong = chosen.filter(({ answer }) => !isRight(question, answer));
  const counted = question.kind === "one" || question.kind === "several";
  const right = chosen.find(({ answer }) => isRight(question, answer))?.count ?? 0;
  const flags: [QuestionFlag, boolean][] = [
    ["few", m < FEW],
    ["hard", difficulty?.isBelow(Rational.of(2, 10)) ?? false],
    ["easy", difficulty !== null && Rational.of(9, 10).isBelow(difficulty)],
    ["weak", upperLower?.isBelow(Rational.of(2, 10)) ?? false],
    ["negative", biserial !== null && biserial.sign < 0],
    ["idle", counted && wrong.some(({ count }) => count * 100 < 5 * m)],
    ["rival", question.kind === "one" && wrong.some(({ count }) => count > right)],
  ];
  return {
    id: question.id,
    asked: m,
    unanswered: asked.filter(({ line }) => isUnanswered(question, line.answer)).length,
    difficulty: difficulty?.rounded(DECIMALS) ?? null,
    pointBiserial: biserial && written(BigInt(biserial.sign) * biserial.thousandths, DECIMALS),
    upperLower: upperLower?.rounded(DECIMALS) ?? null,
    chosen,
    places: placesCounted(question, places),
    flags: flags.flatMap(([flag, holds]) => (holds ? [flag] : [])),
  };
}

interface Asked {
  sat: Sat;
  line: PaperLine;
}

/** Pearson's correlation of a question's share with the share of the paper's other points. */
function biserialOf(
  question: Question,
  asked: readonly Asked[],
): { sign: number; thousandths: bigint } | null {
  const own = pointsOf(question);
  const pairs = asked.flatMap(({ sat, line }) =>
    sat.paper.length < 2
      ? []
      : [
          {
            x: line.share,
            y: sat.earned.minus(own.times(line.share)).dividedBy(sat.points.minus(own)),
          },
        ],
  );
  const [xs, ys] = [pairs.map(({ x }) => x), pairs.map(({ y }) => y)];
  if (pairs.length < 2 || !doVary(xs) || !doVary(ys)) return null;
  const [mx, my] = [meanOf(xs) as Rational, meanOf(ys) as Rational];
  const covariance = sum(pairs.map(({ x, y }) => x.minus(mx).times(y.minus(my)))).dividedBy(
    Rational.of(pairs.length),
  );
  const squared = square(covariance).dividedBy(varianceOf(xs).times(varianceOf(ys)));
  return { sign: covariance.compare(Rational.ZERO), thousandths: rootInThousandths(squared) };
}

/** What the best 27 % (Kelley 1939) have on average more of it than the last; those tied at a border weigh in part. */
function upperLowerOf(asked: readonly Asked[]): Rational | null {
  const m = asked.length;
  if (m < 2 || !doVary(asked.map(({ sat }) => sat.total))) return null;
  const g = Math.max(1, Math.floor((27 * m + 50) / 100));
  const ascending = [...asked].sort((a, b) => a.sat.total.compare(b.sat.total));
  return groupMean([...ascending].reverse(), g).minus(groupMean(ascending, g));
}

/** The mean share of the first g. */
function groupMean(ranked: readonly Asked[], g: number): Rational {
  const border = (ranked[g - 1] as Asked).sat.total;
  const tied = ranked.filter(({ sat }) => sat.total.equals(border));
  const before = ranked.slice(0, g).filter(({ sat }) => !sat.total.equals(border));
  const weight = Rational.of(g - before.length, tied.length);
  const shares = (of: readonly Asked[]) => sum(of.map(({ line }) => line.share));
  return shares(before).plus(shares(tied).times(weight)).dividedBy(Rational.of(g));
}

function chosenOf(
  question: Question,
  asked: readonly Asked[],
): Analysis["questions"][number]["chosen"] {
  const names =
    question.kind === "true-false"
      ? ["true", "false"]
      : question.kind === "one" || question.kind === "several"
        ? question.answers.map(({ id }) => id)
        : [];
  const counts = new Map(names.map((name) => [name, 0]));
  if (names.length > 0)
    for (const { line } of asked) {
      if (isUnanswered(question, line.answer)) continue;
      const given = Array.isArray(line.answer) ? line.answer : [line.answer];
      for (const one of given) counts.set(String(one), (counts.get(String(one)) ?? 0) + 1);
    }
  return names.map((answer) => ({ answer, count: counts.get(answer) ?? 0 }));
}

function isRight(question: Question, answer: string): boolean {
  if (question.kind === "several") return (question.right as string[]).includes(answer);
  return String(question.right) === answer;
}

function placesCounted(question: Question, had: readonly (boolean[] | null)[]): number[] {
  const empty = placesOf(question, null);
  return empty ? empty.map((_, i) => had.filter((places) => places?.[i]).length) : [];
}

/** Cronbach 1951; for points 0 or 1 Kuder & Richardson's formula 20 (1937). */
function alphaOf(all: readonly Sat[]): Rational | null {
  const [first] = all;
  if (!first || all.length < 2) return null;
  const q = first.paper.length;
  const isSame = ({ lines }: Sat) =>
    lines.size === first.lines.size && [...lines.keys()].every((id) => first.lines.has(id));
  if (q < 2 || !all.every(isSame)) return null;
  const earned = all.map((sat) => sat.earned);
  if (!doVary(earned)) return null;
  const parts = first.paper.map(({ question }) =>
    varianceOf(
      all.map(({ lines }) => pointsOf(question).times((lines.get(question.id) as PaperLine).share)),
    ),
  );
  return Rational.ONE.minus(sum(parts).dividedBy(varianceOf(earned))).times(Rational.of(q, q - 1));
}

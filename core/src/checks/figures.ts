/** What its author sees of a quiz while making it: points, the mark in points, the worst draw, snags. */
import { countAsks } from "../plan/asks";
import { Rational } from "./rational";
import type { Quiz } from "./schema";
import { drawnPoints, reachSnags } from "./score";

export interface QuizFigures {
  /** How many questions a paper asks. */
  asks: number;
  /** The fewest and the most points a paper can hold; they differ where draws differ. */
  points: { least: number; most: number };
  /** So many points pass, on the poorest paper. */
  toPass: number;
  /** How long it takes: as its limit says, else a minute and a half a question (common practice). */
  minutes: number;
  snags: ReturnType<typeof reachSnags>;
}

/** Figures of a quiz that can be read (see `parseQuiz`). */
export function figuresOf(quiz: Quiz, limitMinutes: number | null): QuizFigures {
  const least = drawnPoints(quiz, "smallest");
  const most = drawnPoints(quiz, "largest");
  const asks = countAsks(quiz);
  const possible = quiz.outOf === null ? least : Rational.ofNumber(quiz.outOf);
  return {
    asks,
    points: { least: least.rounded(2), most: most.rounded(2) },
    toPass: possible.times(Rational.ofNumber(quiz.passMark)).dividedBy(Rational.of(100)).rounded(2),
    minutes: limitMinutes ?? Math.max(1, Math.ceil(asks * 1.5)),
    snags: reachSnags(quiz),
  };
}

/** Why a score is what it is, in sentences: question by question, and for the whole. */
import { isUnanswered, placesOf, shareOf } from "./kinds";
import { Rational } from "./rational";
import type { Question, Quiz } from "./schema";
import type { WrittenAttempt } from "./score";

const plural = (count: number, one: string, many = `${one}s`) =>
  `${count} ${count === 1 ? one : many}`;

/**
 * What an answer earned, and by what.
 *
 * @example sayMark(several, ["a", "b", "c"]) // "2 right ones ticked and 1 wrong one, of 3 right ones"
 */
export function sayMark(question: Question, answer: unknown): string {
  if (isUnanswered(question, answer)) return "Not answered";
  const share = shareOf(question, answer);
  const whole = share.equals(Rational.ONE);
  const all = question.credit === "all" && !whole ? "; only all of it counts" : "";
  switch (question.kind) {
    case "one":
    case "true-false":
      return whole ? "Right" : "Not right";
    case "number":
      return `${whole ? "Right" : "Not right"}: “${String(answer).slice(0, 60)}”`;
    case "several": {
      const right = new Set(question.right as string[]);
      const ticked = answer as string[];
      const good = ticked.filter((id) => right.has(id)).length;
      const wrong = ticked.length - good;
      const said = wrong === 0 ? "" : ` and ${plural(wrong, "wrong one")}`;
      return `${plural(good, "right one")} ticked${said}, of ${plural(right.size, "right one")}${all}`;
    }
    case "order":
      return whole
        ? "In the right order"
        : `${orderWords(question.right as string[], answer as string[])}${all}`;
    case "match":
    case "gap": {
      const places = placesOf(question, answer) ?? [];
      return `${places.filter(Boolean).length} of ${places.length} right${all}`;
    }
    case "keywords": {
      const places = placesOf(question, answer) ?? [];
      return `${places.filter(Boolean).length} of ${plural(places.length, "keyword")} found${all}`;
    }
  }
}

function orderWords(right: readonly string[], given: readonly string[]): string {
  const place = new Map(right.map((id, i) => [id, i]));
  const at = given.map((id) => place.get(id) ?? 0);
  let good = 0;
  for (let i = 0; i < at.length; i++)
    for (let j = i + 1; j < at.length; j++) if ((at[i] ?? 0) < (at[j] ?? 0)) good += 1;
  const pairs = (at.length * (at.length - 1)) / 2;
  return `${good} of ${plural(pairs, "pair")} in the right order, ${pairs - good} not`;
}

const percent = (share: number) => `${Math.round(share * 10_000) / 100} %`;

/**
 * How the score of an attempt that has ended comes about; null: it runs.
 *
 * @example "7 of 10 points are 70 %; attempt 2 counts 90 % of it: 63 %. To pass: 60 %."
 */
export function sayScore(
  quiz: Pick<Quiz, "retakeCost" | "passMark">,
  attempt: WrittenAttempt,
): string | null {
  const { earned, possible, score, number, late } = attempt;
  if (earned === null || score === null) return null;
  const share = Math.min(1, earned / possible);
  const factor = Math.max(0, 1 - ((number - 1) * quiz.retakeCost) / 100);
  const cost =
    factor < 1 ? `; attempt ${number} counts ${percent(factor)} of it: ${percent(score)}` : "";
  const tooLate =
    late === 0
      ? ""
      : ` ${plural(late, "answer")} came too late and ${late === 1 ? "counts" : "count"} for nothing.`;
  return `${earned} of ${plural(possible, "point")} are ${percent(share)}${cost}. To pass: ${quiz.passMark} %.${tooLate}`;
}

/** A question as whoever takes the quiz meets it: without anything of what is right. */
import { answersShown } from "./paper";
import type { Question } from "./schema";

export interface AskedQuestion {
  id: string;
  kind: Question["kind"];
  points: number;
  text: string;
  /** In the order in which this attempt shows them. */
  answers: { id: string; text: string }[];
  /** The items of the left side, of a matching. */
  left: { id: string; text: string }[];
  /** How many gaps there are to fill. */
  gaps: number;
}

/** The question as the attempt with this identifier shows it. */
export function askedOf(question: Question, attempt: string): AskedQuestion {
  const { id, kind, points, text } = question;
  const texts = new Map(
    "answers" in question ? question.answers.map((one) => [one.id, one.text] as const) : [],
  );
  return {
    id,
    kind,
    points,
    text,
    answers: answersShown(question, attempt).map((one) => ({
      id: one,
      text: texts.get(one) ?? "",
    })),
    left:
      question.kind === "match" ? question.left.map((one) => ({ id: one.id, text: one.text })) : [],
    gaps: question.kind === "gap" ? (question.right as unknown[]).length : 0,
  };
}

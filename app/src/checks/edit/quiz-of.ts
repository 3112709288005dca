/** A quiz as the core reads it, of what its author has before them. */
import type { BankQuestion } from "@dawngate/contract/checks";
import type { Quiz as File, Question } from "@dawngate/core/checks";
import type { PartOf } from "@dawngate/core/lessons";
import { countedParts } from "@dawngate/core/plan/asks";

/** Without people and attempts; what the bank does not hold is not asked, and no more is drawn than is there. */
export function quizOf(
  title: string,
  { kind: _, atOnce: __, parts: all, uncounted = [], ...rules }: PartOf<"quiz">,
  bank: ReadonlyMap<string, BankQuestion>,
): File {
  const parts = countedParts({ parts: all, uncounted });
  const questions: Question[] = [...bank.values()]
    .map(({ question }) => question)
    .filter(({ id }) => !uncounted.includes(id));
  const named = new Set(parts.flatMap(({ ask }) => ask.filter((one) => typeof one === "string")));
  const left = new Map<string, number>();
  for (const { id, category } of questions)
    if (category !== null && !named.has(id)) left.set(category, (left.get(category) ?? 0) + 1);
  return {
    dawnGateQuiz: 1,
    id: "quiz",
    title,
    questions,
    parts: parts.map((part) => ({
      ...part,
      ask: part.ask.flatMap((one): (string | { draw: number; category: string })[] => {
        if (typeof one === "string") return bank.has(one) ? [one] : [];
        const there = Math.min(one.draw, left.get(one.category) ?? 0);
        left.set(one.category, (left.get(one.category) ?? 0) - there);
        return there > 0 ? [{ ...one, draw: there }] : [];
      }),
    })),
    ...rules,
    enrollments: [{ id: "you", opens: null, closes: null, extraTime: null, extraAttempts: 0 }],
    attempts: [],
  };
}

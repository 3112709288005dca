/** The paper of an attempt: which questions it asks in which order, and how their answers stand. */
import { shuffled } from "./random";
import type { Ask, Question, Quiz } from "./schema";

/** Questions by part, of a draw that begins with this attempt. */
export function drawPaper({ questions, parts }: Quiz, attempt: string): string[] {
  const named = new Set(
    parts.flatMap(({ ask }) => ask.filter((one): one is string => typeof one === "string")),
  );
  const left = new Map<string, string[]>();
  const drawnFrom = (category: string): string[] => {
    let rest = left.get(category);
    if (!rest) {
      const drawable = questions
        .filter((one) => one.category === category && !named.has(one.id))
        .map(({ id }) => id);
      rest = shuffled(drawable, `${attempt}/draw/${category}`);
      left.set(category, rest);
    }
    return rest;
  };
  return parts.flatMap(({ id, shuffle, ask }) => {
    const list = (ask as Ask[]).flatMap((one) =>
      typeof one === "string" ? [one] : drawnFrom(one.category).splice(0, one.draw),
    );
    return shuffle ? shuffled(list, `${attempt}/part/${id}`) : list;
  });
}

/** The answers of a question as an attempt shows them; [] for kinds without a list of them. */
export function answersShown(question: Question, attempt: string): string[] {
  const text = `${attempt}/answers/${question.id}`;
  if (question.kind === "order") {
    const list = shuffled(
      question.answers.map(({ id }) => id),
      text,
    );
    const right = question.right as string[];
    const isRight = list.every((id, i) => id === right[i]);
    return isRight ? [...list.slice(1), list[0] as string] : list;
  }
  if (question.kind !== "one" && question.kind !== "several" && question.kind !== "match")
    return [];
  const ids = question.answers.map(({ id }) => id);
  if (!question.shuffle) return ids;
  const free = shuffled(
    question.answers.filter(({ fixed }) => !fixed).map(({ id }) => id),
    text,
  );
  // Fixed ones hold their places.
  return question.answers.map(({ id, fixed }) => (fixed ? id : (free.shift() as string)));
}

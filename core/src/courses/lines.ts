/** Lists that are kept as text. */

/** The lines of a list as its author typed it: bullets and empty lines aside. */
export function linesOf(list: string | undefined): string[] {
  return (list ?? "")
    .split(/\r\n|\n|\r/)
    .map((line) => line.replace(/^\s*(?:[-*•]\s+)?/, "").trim())
    .filter((line) => line !== "");
}

/** A question that is asked again and again, with its answer. */
export interface Answered {
  question: string;
  answer: string;
}

/**
 * Questions and answers as their author typed them: a question on a line, its answer below it, an empty line before the
 * next. What has no answer is not asked.
 *
 * @example questionsOf("Is it hard?\nNo.") // [{ question: "Is it hard?", answer: "No." }]
 */
export function questionsOf(text: string | undefined): Answered[] {
  const parts = (text ?? "").replace(/\r\n?/g, "\n").split(/\n[ \t]*\n\s*/);
  return parts.flatMap((part) => {
    const [question = "", ...lines] = part.trim().split("\n");
    const answer = lines.join("\n").trim();
    return question.trim() === "" || answer === "" ? [] : [{ question: question.trim(), answer }];
  });
}

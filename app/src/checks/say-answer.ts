/** An answer, or what is right, in words. */
import type { AskedQuestion } from "@dawngate/core/checks";
import { plainOf } from "./kinds/kind";

/** An answer, or what is right, in words. */
export function sayAnswer(question: AskedQuestion, answer: unknown, isRight = false): string {
  const texts = new Map(question.answers.map(({ id, text }) => [id, plainOf(text)]));
  const said = (id: unknown) => texts.get(String(id)) ?? String(id);
  if (answer == null) return "Nothing";
  switch (question.kind) {
    case "one":
      return said(answer);
    case "true-false":
      return answer === true ? "True" : "False";
    case "several":
      return (answer as string[]).length === 0
        ? "Nothing"
        : (answer as string[]).map(said).join("; ");
    case "order":
      return (answer as string[]).map((id, i) => `${i + 1}. ${said(id)}`).join("  ");
    case "match": {
      const pairs = answer as Record<string, string>;
      return question.left
        .map(
          ({ id, text }) =>
            `${plainOf(text)}: ${pairs[id] === undefined ? "nothing" : said(pairs[id])}`,
        )
        .join("; ");
    }
    case "gap":
      return (answer as (string | string[] | null)[])
        .map((one) => (Array.isArray(one) ? one.join(" or ") : one || "–"))
        .join(" · ");
    case "keywords":
      return isRight
        ? (answer as string[][]).map((wordings) => wordings.join(" or ")).join(" · ")
        : String(answer);
    case "number":
      return String(answer);
  }
}

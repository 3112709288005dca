/** `dawngate score` and `dawngate analysis`: what a quiz's enrollees have scored, and what its questions are worth. */
import { analyzeQuiz, parseQuiz, type Quiz, scoreQuiz } from "@dawngate/core/checks";
import { needed, neededInstant, readOptions } from "./options";
import type { Outcome } from "./outcome";
import { readDocument } from "./plan";

export async function scoreCommand(words: readonly string[]): Promise<Outcome> {
  const options = readOptions(words, ["quiz", "at"]);
  const at = neededInstant(options);
  return ofQuiz(options, (quiz) => scoreQuiz(quiz, at));
}

export async function analysisCommand(words: readonly string[]): Promise<Outcome> {
  return ofQuiz(readOptions(words, ["quiz"]), analyzeQuiz);
}

async function ofQuiz(
  options: ReadonlyMap<string, string>,
  answer: (quiz: Quiz) => object,
): Promise<Outcome> {
  const file = needed(options, "quiz", "Say which quiz");
  const read = await readDocument(file, "The quiz", parseQuiz, "(quiz)");
  if (!read.ok) return read.outcome;
  return { code: 0, output: `${JSON.stringify(answer(read.value), null, 2)}\n`, errors: "" };
}

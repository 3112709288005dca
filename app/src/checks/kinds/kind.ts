/** What a kind of question is in the application: the field it is answered in, and how an answer is read. */
import type { ShownFile } from "@dawngate/contract/files";
import type { AskedQuestion } from "@dawngate/core/checks";

export interface AnswerProps<Answer> {
  question: AskedQuestion;
  answer: Answer | null | undefined;
  files: Readonly<Record<string, ShownFile>>;
  /** `resting`: it is being typed. */
  onAnswer(answer: Answer | null, resting?: boolean): void;
}

/** A text of an answer without its pictures: for labels. */
export const plainOf = (text: string): string =>
  text
    .replaceAll(/!\[([^\]]*)\]\([^)]*\)/g, "$1")
    .replaceAll(/[*_`]/g, "")
    .trim();

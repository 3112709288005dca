/** An answer in words. */

import type { AnswerableField, FieldValue } from "./field";
import { sayChoice } from "./say-choice";

/**
 * What stands in a field, in words: a choice by its text, after what it stands below, several with `; ` between, so that `readTypedAnswer` reads what is
 * said. A day is `YYYY-MM-DD`; whoever shows it to people may say it otherwise.
 */
export function sayAnswer(
  { choices }: Pick<AnswerableField, "choices">,
  value: FieldValue,
): string {
  const textOf = (id: string) => sayChoice(choices, id);
  if (Array.isArray(value)) return value.map(textOf).join("; ");
  return typeof value === "number" ? String(value) : textOf(value);
}

/** What each kind of question is called. */
import type { Question } from "@dawngate/core/checks";

export const KIND_WORDS: Readonly<Record<Question["kind"], string>> = {
  one: "one answer",
  several: "several answers",
  "true-false": "true or false",
  match: "matching",
  gap: "gaps",
  keywords: "own words, keywords",
  number: "a number",
  order: "an order",
};

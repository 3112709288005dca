/** What somebody is about to say of what was handed in: kept in this browser until it is said. */
import type { ReviewGiven } from "@dawngate/contract/assignments";
import { useState } from "react";
import { keepHere, readHere } from "../../store/kept-here";

export type Saying = Omit<ReviewGiven, "decision">;

const NOTHING: Saying = { words: "", remarks: [], marks: {} };
const nameOf = (submission: string) => `dawngate-review-${submission}`;

function left(submission: string): Saying {
  const { words, remarks, marks } = (readHere(nameOf(submission)) ?? {}) as Partial<Saying>;
  return typeof words === "string" && Array.isArray(remarks) && marks && typeof marks === "object"
    ? { words, remarks, marks }
    : NOTHING;
}

export function useReviewDraft(submission: string) {
  const [saying, setSaying] = useState(() => left(submission));
  return {
    saying,
    say(change: Partial<Saying>) {
      const next = { ...saying, ...change };
      setSaying(next);
      keepHere(nameOf(submission), next);
    },
    said: () => keepHere(nameOf(submission), null),
  };
}

/** Somebody who counts a crowd. Without workers: here, when there is time. */
import type { Crowd } from "@dawngate/core/schedule/bulk";
import { type CrowdQuestion, countCrowd } from "./count-crowd";

export function startCounting(
  question: CrowdQuestion,
  onAnswer: (crowd: Crowd) => void,
): () => void {
  const timer = setTimeout(() => onAnswer(countCrowd(question)), 0);
  return () => clearTimeout(timer);
}

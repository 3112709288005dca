/** Somebody who counts a crowd: a worker of the browser's, for one question. */
import type { Crowd } from "@dawngate/core/schedule/bulk";
import type { CrowdQuestion } from "./count-crowd";

export function startCounting(
  question: CrowdQuestion,
  onAnswer: (crowd: Crowd) => void,
): () => void {
  const worker = new Worker(new URL("./crowd.worker.ts", window.location.href));
  worker.onmessage = ({ data }: MessageEvent<Crowd>) => {
    onAnswer(data);
    worker.terminate();
  };
  worker.postMessage(question);
  return () => worker.terminate();
}

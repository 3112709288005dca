/** Somebody who looks for snags: a worker of the browser's. */
import type { SnagAnswer } from "./ask-snags";
import type { Finder } from "./finder";

export function startFinder(onAnswer: (answer: SnagAnswer) => void): Finder {
  const worker = new Worker(new URL("./snags.worker.ts", window.location.href));
  worker.onmessage = ({ data }: MessageEvent<SnagAnswer>) => onAnswer(data);
  return {
    ask: (question) => worker.postMessage(question),
    stop: () => worker.terminate(),
  };
}

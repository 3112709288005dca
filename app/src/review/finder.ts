/** Somebody who looks for snags. Without workers: here, when there is time. */
import { answerSnags, type SnagAnswer, type SnagQuestion } from "./ask-snags";

export interface Finder {
  ask(question: SnagQuestion): void;
  stop(): void;
}

export function startFinder(onAnswer: (answer: SnagAnswer) => void): Finder {
  let timer: ReturnType<typeof setTimeout> | undefined;
  return {
    ask: (question) => {
      clearTimeout(timer);
      timer = setTimeout(() => onAnswer(answerSnags(question)), 0);
    },
    stop: () => clearTimeout(timer),
  };
}

/** What keeps answers in a browser, and sends them from there. */
import { isPassing, pressKey } from "../store/api";
import type { AnswerPorts } from "./answer-keeper";
import { readLeftAnswers, writeLeftAnswers } from "./left-answers";

export const portsOf = (
  attempt: string,
  send: AnswerPorts["send"],
  heard: () => void,
): AnswerPorts => ({
  send,
  isRefusal: (error) => !isPassing(error),
  read: () => readLeftAnswers(attempt),
  write: (left) => writeLeftAnswers(attempt, left),
  heard,
  key: pressKey,
  now: () => Date.now(),
  later(work, milliseconds) {
    const timer = setTimeout(work, milliseconds);
    return () => clearTimeout(timer);
  },
});

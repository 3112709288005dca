/** How a quiz counts, in sentences. */
import type { MyQuiz } from "@dawngate/contract/checks";
import { capital } from "../ui/capital";

type Rules = MyQuiz["rules"];

const WORDS = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];
/** "three", "12". */
export const inWords = (count: number): string => WORDS[count] ?? String(count);

/** "45 minutes", "a day", "1 h 30 min". */
export function sayMinutes(minutes: number): string {
  if (minutes % 1440 === 0 && minutes > 0)
    return minutes === 1440 ? "a day" : `${inWords(minutes / 1440)} days`;
  if (minutes === 60) return "an hour";
  if (minutes < 60) return minutes === 1 ? "a minute" : `${minutes} minutes`;
  const rest = minutes % 60;
  return rest === 0
    ? `${inWords(minutes / 60)} hours`
    : `${Math.floor(minutes / 60)} h ${rest} min`;
}

/** "2 points". */
export const sayPoints = (points: number): string => `${points} point${points === 1 ? "" : "s"}`;

export const sayPercent = (share: number): string => `${Math.round(share * 10_000) / 100} %`;

const COUNTS = {
  best: "the best counts",
  last: "the last counts",
  first: "the first counts",
} as const;

export const SHOWN = {
  never: "what is right is not shown",
  "after-attempt": "what is right is shown after every attempt",
  "after-pass": "what is right is shown once you have passed",
  "after-last": "what is right is shown after the last attempt",
  "after-closing": "what is right is shown once the quiz has closed",
} as const;

/** "Eight questions in 30 minutes. 60 % pass." */
export function sayQuiz({ asks, limit, passMark }: Rules): string {
  const many = `${capital(inWords(asks))} question${asks === 1 ? "" : "s"}`;
  const time = limit === null ? "" : ` in ${sayMinutes(limit)}`;
  return `${many}${time}. ${passMark === 0 ? "Handed in is passed" : `${passMark} % pass`}.`;
}

/** "Three attempts, a day apart; each after the first costs 10 %; the best counts; …" */
export function sayAttempts({ attempts, wait, retake, retakeCost, counts, show }: Rules): string {
  const many =
    attempts === null
      ? "As many attempts as you like"
      : attempts === 1
        ? "One attempt"
        : `${capital(inWords(attempts))} attempts`;
  const more = attempts !== 1;
  return [
    `${many}${more && wait ? `, ${sayMinutes(wait)} apart` : ""}`,
    ...(more && retakeCost > 0 ? [`each after the first costs ${retakeCost} %`] : []),
    ...(more && retake === "missed" ? ["a further one asks only what was missed"] : []),
    ...(more ? [COUNTS[counts]] : []),
    SHOWN[show],
  ]
    .join("; ")
    .concat(".");
}

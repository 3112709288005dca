/** Answers that are not with the server yet, in the browser, by attempt. */
import type { GivenAnswer } from "./answer-keeper";

const nameOf = (attempt: string) => `dawngate-answers-${attempt}`;

export function readLeftAnswers(attempt: string): GivenAnswer[] {
  try {
    const left = JSON.parse(localStorage.getItem(nameOf(attempt)) ?? "[]") as unknown;
    return Array.isArray(left) ? left.filter(isGiven) : [];
  } catch {
    // A browser that keeps nothing, or something that is not ours.
    return [];
  }
}

const isGiven = (value: unknown): value is GivenAnswer => {
  const { key, question, at } = (value ?? {}) as Partial<GivenAnswer>;
  return typeof key === "string" && typeof question === "string" && typeof at === "number";
};

export function writeLeftAnswers(attempt: string, left: readonly GivenAnswer[]): void {
  try {
    if (left.length === 0) localStorage.removeItem(nameOf(attempt));
    else localStorage.setItem(nameOf(attempt), JSON.stringify(left));
  } catch {
    // Full, or forbidden: they are still sent.
  }
}

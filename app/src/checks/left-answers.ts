/** Answers that are not with the server yet, in the browser, by attempt. */
import { keepHere, readHere } from "../store/kept-here";
import type { GivenAnswer } from "./answer-keeper";

const nameOf = (attempt: string) => `dawngate-answers-${attempt}`;

export function readLeftAnswers(attempt: string): GivenAnswer[] {
  const left = readHere(nameOf(attempt));
  return Array.isArray(left) ? left.filter(isGiven) : [];
}

const isGiven = (value: unknown): value is GivenAnswer => {
  const { key, question, at } = (value ?? {}) as Partial<GivenAnswer>;
  return typeof key === "string" && typeof question === "string" && typeof at === "number";
};

export const writeLeftAnswers = (attempt: string, left: readonly GivenAnswer[]): void =>
  keepHere(nameOf(attempt), left.length === 0 ? null : left);

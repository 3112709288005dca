/** A school's own words for what a course is made of, for the whole school or one course. No schema here: enrollees read them too. */
import type { OwnWords } from "./own-words";

/** The words that can be chosen, and what stands where none is. */
export const DEFAULT_WORDS = {
  course: "course",
  module: "module",
  modules: "modules",
  lesson: "lesson",
  lessons: "lessons",
  done: "Done, go on",
} as const;

export type WordKey = keyof typeof DEFAULT_WORDS;
export type Words = Record<WordKey, string>;
export const WORD_KEYS = Object.keys(DEFAULT_WORDS) as WordKey[];

/** The words that hold: a course's own before its school's, before ours. */
export function wordsOf(school: OwnWords, course: OwnWords = {}): Words {
  const words: Words = { ...DEFAULT_WORDS };
  for (const own of [school, course])
    for (const key of WORD_KEYS) {
      const chosen = own[key]?.trim();
      if (chosen) words[key] = chosen;
    }
  return words;
}

/** So many of something, in a school's words: "one step", "12 steps". */
export function countWords(words: Words, what: "module" | "lesson", number: number): string {
  if (number === 1) return `one ${words[what]}`;
  return `${number} ${what === "module" ? words.modules : words.lessons}`;
}

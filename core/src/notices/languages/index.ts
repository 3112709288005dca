/** What is said in each language. One more is a file here, a line, and its name in `tags.ts`. */
import { DUTCH } from "./dutch";
import { ENGLISH } from "./english";
import { FRENCH } from "./french";
import { GERMAN } from "./german";
import { ITALIAN } from "./italian";
import { PORTUGUESE } from "./portuguese";
import { SPANISH } from "./spanish";
import type { Spoken } from "./spoken";
import type { Language } from "./tags";

const ALL: Readonly<Record<Language, Spoken>> = {
  en: ENGLISH,
  de: GERMAN,
  es: SPANISH,
  fr: FRENCH,
  it: ITALIAN,
  nl: DUTCH,
  pt: PORTUGUESE,
};

export const spokenIn = (language: Language): Spoken => ALL[language];

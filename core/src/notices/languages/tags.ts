/** Which languages there are, without what is said in them. */

/** By its tag (BCP 47), with what it is called by whoever speaks it. */
export const LANGUAGE_NAMES = {
  en: "English",
  de: "Deutsch",
  es: "Español",
  fr: "Français",
  it: "Italiano",
  nl: "Nederlands",
  pt: "Português",
} as const;

export type Language = keyof typeof LANGUAGE_NAMES;

export const LANGUAGES = Object.keys(LANGUAGE_NAMES) as [Language, ...Language[]];

/**
 * The first of what somebody reads that is among some, by its tag or by the language of it; null: none is.
 *
 * @example languageFor(["pt-BR", "en"], ["en", "pt"]) // "pt"
 */
export function languageFor(wanted: readonly string[], some: readonly Language[]): Language | null {
  for (const tag of wanted) {
    const found = some.find((one) => one === tag.toLowerCase().split("-")[0]);
    if (found) return found;
  }
  return null;
}

/** In which of its languages a school writes to somebody: the one they read (null: nobody knows), else its first. */
export const writtenIn = (languages: readonly Language[], reads: Language | null): Language =>
  reads !== null && languages.includes(reads) ? reads : (languages[0] ?? "en");

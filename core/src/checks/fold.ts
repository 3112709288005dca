/** Texts as they are compared: letter case, accents, kinds of quotes, dashes and spaces do not matter (checks.md). */
/** @example fold(" Crème  FRAÎCHE ") // "creme fraiche" */
export function fold(text: string): string {
  return text
    .normalize("NFKC")
    .toLowerCase()
    .toUpperCase()
    .toLowerCase()
    .replaceAll("ς", "σ")
    .normalize("NFD")
    .replaceAll(/[\u0300-\u036f]/g, "")
    .replaceAll(/[‘’]/g, "'")
    .replaceAll(/[“”]/g, '"')
    .replaceAll(/[\u2010-\u2015\u2212]/g, "-")
    .replaceAll(/\p{White_Space}+/gu, " ")
    .replaceAll(/^ | $/g, "");
}

/** The words of a text, folded, with single spaces between them. */
export function words(text: string): string {
  return fold(text)
    .replaceAll(/[^\p{L}\p{M}\p{N}]/gu, " ")
    .replaceAll(/ +/g, " ")
    .replaceAll(/^ | $/g, "");
}

/** Whether a wording stands among the words of a text. */
export const holds = (text: string, wording: string) => ` ${text} `.includes(` ${wording} `);

/** So many characters a number may have. */
const LONGEST = 40;

/** A number as people type one, a comma or a point its decimal mark, as a decimal with a point; null: it is none. */
export function decimalIn(text: string): string | null {
  const typed = fold(text).replaceAll(" ", "");
  if ([...typed].length > LONGEST || !/^[+-]?(?=[.,]?\d)\d*[.,]?\d*$/.test(typed)) return null;
  return typed.replace(",", ".");
}

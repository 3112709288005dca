/** A hundred codes at once: each a word of its own that nobody guesses, and used once. */
import type { Offer } from "@dawngate/contract/sales";
import { newCode } from "./fresh";

type Code = Offer["codes"][number];

/** Without letters and figures that are read as one another. */
const LETTERS = "ABCDEFGHJKLMNPQRSTUVWXYZ23456789";
/** Of so many letters each: a thousand million words. */
const LENGTH = 6;

export interface Wanted {
  prefix: string;
  number: number;
  percent: number;
  through: string | null;
}

/**
 * New codes, none of them there already.
 *
 * @param random a number from 0 up to below a limit, which nobody can foresee
 */
export function manyCodes(
  { prefix, number, percent, through }: Wanted,
  taken: readonly Code[],
  random: (below: number) => number,
): Code[] {
  const words = new Set(taken.map(({ code }) => code.trim().toUpperCase()));
  const codes: Code[] = [];
  while (codes.length < number) {
    const word = `${prefix}${Array.from({ length: LENGTH }, () => LETTERS[random(LETTERS.length)]).join("")}`;
    if (words.has(word)) continue;
    words.add(word);
    codes.push({ ...newCode(0), code: word, percent, through, uses: 1 });
  }
  return codes;
}

/** From the browser's own source. */
export function unforeseen(below: number): number {
  const limit = Math.floor(2 ** 32 / below) * below;
  const one = new Uint32Array(1);
  do crypto.getRandomValues(one);
  while ((one[0] as number) >= limit);
  return (one[0] as number) % below;
}

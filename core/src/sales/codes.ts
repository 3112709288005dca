/** Codes that lower a price: which of those entered count, and why the others do not. */
import { type Code, type Listing, normalCode } from "./listing";
import { percentOf } from "./money";

export type Refusal =
  | "unknown"
  | "not-yet"
  | "over"
  | "used-up"
  | "used-by-you"
  | "too-few-seats"
  | "not-for-this"
  | "beaten";

export interface Chosen {
  /** Those that count, in the order in which they are taken off. */
  used: Code[];
  /** Those that do not, in the order entered, each with the first reason that holds. */
  refused: { code: string; reason: Refusal }[];
}

/** What a code leaves of a sum: never below zero. */
export function lowered(sum: number, { percent, amount }: Code): number {
  return percent === undefined ? Math.max(0, sum - (amount ?? 0)) : sum - percentOf(sum, percent);
}

/** What codes leave of a sum, one after another. */
export const loweredBy = (sum: number, codes: readonly Code[]) => codes.reduce(lowered, sum);

/** Which codes count for a sum on a day. */
export function chooseCodes(
  listing: Listing,
  entered: readonly string[],
  { sum, day, seats }: { sum: number; day: string; seats: number },
): Chosen {
  const known = new Map(listing.codes.map((code) => [normalCode(code.code), code]));
  const words = [...new Set(entered.map(normalCode))];
  const refused = new Map<string, Refusal>();
  const valid: Code[] = [];
  for (const word of words) {
    const code = known.get(word);
    const reason = code ? refusalOf(code, listing.id, day, seats) : "unknown";
    if (reason !== null) refused.set(word, reason);
    else if (code) valid.push(code);
  }
  const together = valid.filter(({ combines }) => combines);
  // Percentages first, in the order entered, then fixed amounts.
  const combining = [
    ...together.filter(({ percent }) => percent !== undefined),
    ...together.filter(({ percent }) => percent === undefined),
  ];
  let best: Code | null = null;
  for (const code of valid)
    if (!code.combines && (best === null || lowered(sum, code) < lowered(sum, best))) best = code;
  const wins =
    best !== null && (combining.length === 0 || lowered(sum, best) < loweredBy(sum, combining));
  const used = wins && best ? [best] : combining;
  for (const code of valid) if (!used.includes(code)) refused.set(normalCode(code.code), "beaten");
  return {
    used,
    refused: words.flatMap((code) => {
      const reason = refused.get(code);
      return reason === undefined ? [] : [{ code, reason }];
    }),
  };
}

/** Why a code does not count; null: nothing speaks against it. */
function refusalOf(code: Code, listing: string, day: string, seats: number): Refusal | null {
  if (code.from !== null && day < code.from) return "not-yet";
  if (code.through !== null && day > code.through) return "over";
  if (code.uses !== null && code.used >= code.uses) return "used-up";
  if (code.perPerson !== null && code.usedByBuyer >= code.perPerson) return "used-by-you";
  if (code.leastSeats !== null && seats < code.leastSeats) return "too-few-seats";
  if (code.listings !== null && !code.listings.includes(listing)) return "not-for-this";
  return null;
}

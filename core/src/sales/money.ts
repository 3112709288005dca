/** Money as whole numbers of a currency's minor unit (ISO 4217), and what is done with it, exactly. */
import { z } from "zod";

declare const minor: unique symbol;
/** An amount in minor units: cents, yen, fils. */
export type Minor = number & { readonly [minor]: true };

/** The largest amount that is taken: sums and products with rates stay exact. */
const LARGEST_AMOUNT = 1_000_000_000_000;

export const amountSchema = z
  .int("An amount is a whole number of minor units, such as 1990 for 19.90 EUR")
  .min(0, "An amount cannot be negative")
  .max(LARGEST_AMOUNT, `An amount is at most ${LARGEST_AMOUNT}`)
  .transform((amount) => amount as Minor);

export const currencySchema = z
  .string()
  .regex(/^[A-Z]{3}$/, "A currency is three capital letters, as ISO 4217 has them: EUR, JPY, KWD");

/** A rate of tax in basis points. */
export const rateSchema = z
  .int("A rate is a whole number of basis points: 2300 is 23 %")
  .min(0, "A rate cannot be negative")
  .max(100_000, "A rate is at most 100000");

/** A percentage from 0 to 100 with at most two decimals. */
export const percentSchema = z
  .number("A percentage is a number")
  .min(0, "A percentage is at least 0")
  .max(100, "A percentage is at most 100")
  .refine((percent) => Math.abs(percent * 100 - Math.round(percent * 100)) < 1e-9, {
    message: "A percentage has at most two decimals",
  });

/** Below this, products and their quotients are exact in a double, and no larger numbers are needed. */
const EXACT = 2 ** 51;

/** a x b / c, rounded half away from zero; exact whatever the size. `c` is above 0. */
export function timesOver(a: number, b: number | bigint, c: number | bigint): Minor {
  if (typeof b === "number" && typeof c === "number") {
    const size = Math.abs(a * b);
    if (size < EXACT && c < EXACT) {
      const rounded = Math.floor((2 * size + c) / (2 * c));
      return (rounded !== 0 && a < 0 !== b < 0 ? -rounded : rounded) as Minor;
    }
  }
  const product = BigInt(a) * BigInt(b);
  const size = product < 0n ? -product : product;
  const over = BigInt(c);
  const rounded = Number((2n * size + over) / (2n * over));
  return (product < 0n && rounded !== 0 ? -rounded : rounded) as Minor;
}

/** What a percentage, which has at most two decimals, of an amount comes to. */
export const percentOf = (amount: number, percent: number): Minor =>
  timesOver(amount, Math.round(percent * 100), 10_000);

/**
 * A sum split by weights, by largest remainder, ties to the earlier; equally where all weights are 0. The parts come to
 * the sum exactly; a negative one is split as its opposite.
 */
export function split(sum: number, weights: readonly number[]): Minor[] {
  if (sum < 0) return split(-sum, weights).map((part) => (part === 0 ? 0 : -part) as Minor);
  if (weights.length < 2) return weights.map(() => sum as Minor);
  const given = weights.every((weight) => weight === 0) ? weights.map(() => 1) : weights;
  const whole = given.reduce((all, weight) => all + weight, 0);
  if (sum * whole < EXACT) return splitSmall(sum, given, whole);
  const total = given.reduce((all, weight) => all + BigInt(weight), 0n);
  const exact = given.map((weight) => BigInt(sum) * BigInt(weight));
  const parts = exact.map((share) => Number(share / total));
  let left = sum - parts.reduce((all, part) => all + part, 0);
  const byRemainder = exact
    .map((share, i) => ({ i, rest: share % total }))
    .sort((a, b) => (a.rest === b.rest ? a.i - b.i : a.rest > b.rest ? -1 : 1));
  for (const { i } of byRemainder) {
    if (left === 0) break;
    parts[i] = (parts[i] ?? 0) + 1;
    left -= 1;
  }
  return parts as Minor[];
}

/** The same where all products are exact in a double. */
function splitSmall(sum: number, weights: readonly number[], whole: number): Minor[] {
  const parts = weights.map((weight) => Math.floor((sum * weight) / whole));
  let left = sum - parts.reduce((all, part) => all + part, 0);
  if (left === 0) return parts as Minor[];
  const rest = weights.map((weight, i) => sum * weight - (parts[i] as number) * whole);
  const byRemainder = rest
    .map((_, i) => i)
    .sort((a, b) => (rest[b] as number) - (rest[a] as number));
  for (const i of byRemainder) {
    if (left === 0) break;
    parts[i] = (parts[i] as number) + 1;
    left -= 1;
  }
  return parts as Minor[];
}

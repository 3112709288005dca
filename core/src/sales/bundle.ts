/** A bundle: what it saves beside its parts, how its price falls on them, and from how many on it is worth it. */
import { z } from "zod";
import type { Fault } from "../plan";
import { planFields, readValue } from "../plan";
import {
  amountSchema,
  currencySchema,
  type Minor,
  percentOf,
  percentSchema,
  split,
  timesOver,
} from "./money";

const part = z.strictObject({
  id: planFields.id,
  price: amountSchema.optional(),
  minutes: z
    .int("Minutes are a whole number")
    .min(0, "Minutes cannot be negative")
    .max(1_000_000, "Minutes can be at most 1000000")
    .optional(),
});

export const bundleSchema = z
  .strictObject({
    currency: currencySchema,
    price: amountSchema,
    parts: z
      .array(part)
      .min(1, "A bundle has at least one part")
      .max(1000, "A bundle has at most 1000 parts"),
    split: z
      .strictObject({
        by: z.enum(["equal", "minutes"], 'A course is split "equal" or by "minutes"'),
        uplift: percentSchema.default(0),
      })
      .nullable()
      .default(null),
  })
  .meta({ id: "Bundle" });

export type BundleInput = z.infer<typeof bundleSchema>;

export interface Bundle {
  /** The parts by themselves, together. */
  singles: Minor;
  price: Minor;
  saving: Minor;
  /** In hundredths of a percent of the singles; null where these come to 0. */
  savingBp: number | null;
  parts: { id: string; price: Minor; share: Minor }[];
  /** Of how many parts the dearest, and the cheapest, reach the price; null: no number does. */
  breakEven: { least: number | null; always: number | null };
  /** What so many parts cost by themselves, at least and at most. */
  compare: { parts: number; least: Minor; most: Minor }[];
}

/** Reads a bundle's document; refused with every fault and its path. */
export function parseBundle(value: unknown) {
  return readValue(bundleSchema, value, checkParts);
}

function checkParts({ parts, split }: BundleInput): Fault[] {
  const faults: Fault[] = [];
  const seen = new Set<string>();
  parts.forEach(({ id, price, minutes }, i) => {
    const path = `parts[${i}]`;
    if (seen.has(id)) faults.push({ path: `${path}.id`, reason: `"${id}" stands there twice` });
    seen.add(id);
    if (split === null && price === undefined)
      faults.push({ path: `${path}.price`, reason: "A part of a bundle has a price of its own" });
    if (split?.by === "minutes" && minutes === undefined)
      faults.push({
        path: `${path}.minutes`,
        reason: "A course is split by the minutes of its parts",
      });
  });
  return faults;
}

/**
 * Measures a bundle, or a course in parts: then its price is split, each share raised by the uplift, and that is what
 * the parts cost by themselves.
 */
export function measureBundle({ price, parts, split: by }: BundleInput): Bundle {
  const prices = by
    ? split(
        price,
        parts.map(({ minutes }) => (by.by === "equal" ? 1 : (minutes ?? 0))),
      ).map((share) => share + percentOf(share, by.uplift))
    : parts.map((one) => one.price ?? 0);
  const singles = prices.reduce((all, one) => all + one, 0);
  const shares = split(price, prices);
  const cheapest = sums([...prices].sort((a, b) => a - b));
  const dearest = sums([...prices].sort((a, b) => b - a));
  const reached = (from: readonly number[]) => {
    const k = from.findIndex((sum) => sum >= price);
    return k < 0 ? null : k;
  };
  return {
    singles: singles as Minor,
    price,
    saving: (singles - price) as Minor,
    savingBp: singles === 0 ? null : timesOver(singles - price, 10_000, singles),
    parts: parts.map(({ id }, i) => ({
      id,
      price: (prices[i] ?? 0) as Minor,
      share: shares[i] as Minor,
    })),
    breakEven: { least: reached(dearest), always: reached(cheapest) },
    compare: parts.map((_, i) => ({
      parts: i + 1,
      least: cheapest[i + 1] as Minor,
      most: dearest[i + 1] as Minor,
    })),
  };
}

/** The sum of the first so many, from none on. */
function sums(amounts: readonly number[]): number[] {
  const all = [0];
  for (const amount of amounts) all.push((all.at(-1) ?? 0) + amount);
  return all;
}

/**
 * Tax by where seller and buyer are (2006/112/EC art. 44, 58, 59c, 196; 282/2011 art. 24b, 63c; from memory): which
 * country's rate counts, or none, and what the price comes to.
 */
import { z } from "zod";
import { type Fault, planFields, readValue } from "../plan";
import { amountSchema, type Minor, rateSchema, timesOver } from "./money";

/** The European Union's members (ISO 3166-1 alpha-2). */
export const EU: ReadonlySet<string> = new Set(
  "AT BE BG HR CY CZ DK EE FI FR DE GR HU IE IT LV LT LU MT NL PL PT RO SK SI ES SE".split(" "),
);

export const countrySchema = z
  .string()
  .regex(/^[A-Z]{2}$/, "A country is two capital letters, as ISO 3166-1 has them: PT, DE, US");
const kind = z.enum(["electronic", "taught"], 'A supply is "electronic" or "taught"');

export const taxSchema = z
  .strictObject({
    seller: z.strictObject({ country: countrySchema, belowThreshold: z.boolean().default(false) }),
    buyer: z.strictObject({
      country: countrySchema,
      company: z.boolean(),
      numberValid: z.boolean().default(false),
    }),
    kind,
    on: planFields.localDate,
    amount: amountSchema,
    included: z.boolean(),
    rates: z
      .array(
        z.strictObject({
          country: countrySchema,
          kind,
          rate: rateSchema,
          from: planFields.localDate.nullable().default(null),
        }),
      )
      .max(2000, "At most 2000 rates"),
    evidence: z
      .array(z.strictObject({ kind: z.string().min(1).max(100), country: countrySchema }))
      .max(100, "At most 100 pieces of evidence")
      .default([]),
  })
  .meta({ id: "TaxByPlace" });

export type TaxInput = z.infer<typeof taxSchema>;

export interface TaxByPlace {
  treatment: "domestic" | "reverse-charge" | "origin" | "destination" | "outside";
  /** Whose rate counts; where none does: the buyer's. */
  country: string;
  /** In basis points. */
  rate: number;
  total: Minor;
  tax: Minor;
  /** A company's valid number; two kinds of evidence that name the buyer's country; or less than that. */
  evidence: "number" | "enough" | "short";
}

export function parseTax(value: unknown) {
  return readValue(taxSchema, value);
}

/** The tax within an amount, where it is included; on top of it, where it is added. Rounded half away from zero. */
export function taxOn(
  amount: number,
  rate: number,
  included: boolean,
): { total: Minor; tax: Minor } {
  if (!included) {
    const tax = timesOver(amount, rate, 10_000);
    return { total: (amount + tax) as Minor, tax };
  }
  return { total: amount as Minor, tax: (amount - netOf(amount, rate)) as Minor };
}

const netOf = (amount: number, rate: number) => timesOver(amount, 10_000, 10_000 + rate);

/** The first of the treatments that holds; a fault where its rate is not kept. */
export function taxByPlace(
  input: TaxInput,
): { ok: true; value: TaxByPlace } | { ok: false; faults: Fault[] } {
  const { seller, buyer, kind, amount, included } = input;
  const evidence = evidenceOf(input);
  const isEu = EU.has(buyer.country);
  const missing = (where: string) => ({
    ok: false as const,
    faults: [
      { path: "rates", reason: `No rate is kept for ${kind} supplies in ${where} on ${input.on}` },
    ],
  });
  const taxed = (treatment: TaxByPlace["treatment"], where: string) => {
    const rate = rateOf(input, where);
    if (rate === null) return missing(where);
    return {
      ok: true as const,
      value: { treatment, country: where, rate, ...taxOn(amount, rate, included), evidence },
    };
  };
  const untaxed = (treatment: TaxByPlace["treatment"], total: number) => ({
    ok: true as const,
    value: {
      treatment,
      country: buyer.country,
      rate: 0,
      total: total as Minor,
      tax: 0 as Minor,
      evidence,
    },
  });
  if (buyer.country === seller.country) return taxed("domestic", seller.country);
  if (buyer.company && buyer.numberValid && isEu) {
    if (!included) return untaxed("reverse-charge", amount);
    const rate = rateOf(input, seller.country);
    return rate === null ? missing(seller.country) : untaxed("reverse-charge", netOf(amount, rate));
  }
  if (kind === "electronic" && isEu && EU.has(seller.country) && seller.belowThreshold)
    return taxed("origin", seller.country);
  if (isEu || rateOf(input, buyer.country) !== null) return taxed("destination", buyer.country);
  return untaxed("outside", amount);
}

/** The rate of a country for this kind on this day: the one that began last; null: none is kept. */
function rateOf({ rates, kind, on }: TaxInput, where: string): number | null {
  let found: { rate: number; from: string } | null = null;
  for (const one of rates) {
    if (one.country !== where || one.kind !== kind) continue;
    const from = one.from ?? "";
    if (from > on) continue;
    if (found === null || from > found.from) found = { rate: one.rate, from };
  }
  return found?.rate ?? null;
}

function evidenceOf({ buyer, evidence }: TaxInput): TaxByPlace["evidence"] {
  if (buyer.company && buyer.numberValid) return "number";
  const kinds = new Set(
    evidence.filter(({ country }) => country === buyer.country).map(({ kind }) => kind),
  );
  return kinds.size >= 2 ? "enough" : "short";
}

/**
 * Tax by where seller and buyer are (2006/112/EC art. 44, 58, 59c, 196; 282/2011 art. 24b, 63c; from memory): which
 * country's rate counts, or none, and what the price comes to.
 */
import { z } from "zod";
import { planFields, type Read, readValue } from "../plan";
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

const { shape } = taxSchema;

/** What a seller keeps to know its tax by place. */
export const taxSettingsSchema = z
  .strictObject({ ...shape.seller.shape, rates: shape.rates })
  .meta({ id: "TaxSettings" });
export type TaxSettings = z.infer<typeof taxSettingsSchema>;
export const supplySchema = kind;

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

/** Which country's rate counts for a buyer, or none, before any amount is known. */
export interface PlaceTax {
  treatment: TaxByPlace["treatment"];
  /** Whose rate counts; where none does: the buyer's. */
  country: string;
  /** In basis points. */
  rate: number;
  /** An inclusive price is made net at this rate, and no tax is in it; null: it is not. */
  netFrom: number | null;
}

export type AskedPlace = Pick<TaxInput, "seller" | "buyer" | "kind" | "on" | "included" | "rates">;

/** The first of the treatments that holds; a fault where its rate is not kept. */
export function taxOfPlace(asked: AskedPlace): Read<PlaceTax> {
  const { seller, buyer, kind, included } = asked;
  const isEu = EU.has(buyer.country);
  const missing = (where: string) => ({
    ok: false as const,
    faults: [
      { path: "rates", reason: `No rate is kept for ${kind} supplies in ${where} on ${asked.on}` },
    ],
  });
  const taxed = (treatment: PlaceTax["treatment"], country: string): Read<PlaceTax> => {
    const rate = rateOf(asked, country);
    if (rate === null) return missing(country);
    return { ok: true, value: { treatment, country, rate, netFrom: null } };
  };
  const untaxed = (treatment: PlaceTax["treatment"], netFrom: number | null): Read<PlaceTax> => ({
    ok: true,
    value: { treatment, country: buyer.country, rate: 0, netFrom },
  });
  if (buyer.country === seller.country) return taxed("domestic", seller.country);
  if (buyer.company && buyer.numberValid && isEu) {
    if (!included) return untaxed("reverse-charge", null);
    const rate = rateOf(asked, seller.country);
    return rate === null ? missing(seller.country) : untaxed("reverse-charge", rate);
  }
  if (kind === "electronic" && isEu && EU.has(seller.country) && seller.belowThreshold)
    return taxed("origin", seller.country);
  if (isEu || rateOf(asked, buyer.country) !== null) return taxed("destination", buyer.country);
  return untaxed("outside", null);
}

/** What an amount comes to where this tax counts. */
export function taxedBy(
  { rate, netFrom }: PlaceTax,
  amount: number,
  included: boolean,
): { total: Minor; tax: Minor } {
  if (netFrom !== null) return { total: netOf(amount, netFrom), tax: 0 as Minor };
  return taxOn(amount, rate, included);
}

/** The same of an amount, with what proves where the buyer is. */
export function taxByPlace(input: TaxInput): Read<TaxByPlace> {
  const place = taxOfPlace(input);
  if (!place.ok) return place;
  const { treatment, country, rate } = place.value;
  const { total, tax } = taxedBy(place.value, input.amount, input.included);
  const evidence = evidenceOf(input);
  return { ok: true, value: { treatment, country, rate, total, tax, evidence } };
}

/** The rate of a country for this kind on this day: the one that began last; null: none is kept. */
function rateOf({ rates, kind, on }: AskedPlace, where: string): number | null {
  let found: { rate: number; from: string } | null = null;
  for (const one of rates) {
    if (one.country !== where || one.kind !== kind) continue;
    const from = one.from ?? "";
    if (from > on) continue;
    if (found === null || from > found.from) found = { rate: one.rate, from };
  }
  return found?.rate ?? null;
}

/** How well a buyer's country is proven: by a company's valid number, by two kinds of evidence that name it, or by less. */
export function evidenceOf({
  buyer,
  evidence,
}: Pick<TaxInput, "evidence"> & {
  buyer: Pick<TaxInput["buyer"], "country" | "company" | "numberValid">;
}): TaxByPlace["evidence"] {
  if (buyer.company && buyer.numberValid) return "number";
  const kinds = new Set(
    evidence.filter(({ country }) => country === buyer.country).map(({ kind }) => kind),
  );
  return kinds.size >= 2 ? "enough" : "short";
}

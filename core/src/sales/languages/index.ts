/** What is said to whoever buys, in each language. One more is a file here, a line, and its name in `notices/languages`. */
import type { Language } from "../../notices/languages/tags";
import { offsetParts } from "../../schedule/words";
import { sayMoney } from "../currency";
import { DUTCH } from "./dutch";
import { ENGLISH } from "./english";
import { FRENCH } from "./french";
import { GERMAN } from "./german";
import { ITALIAN } from "./italian";
import { PORTUGUESE } from "./portuguese";
import { SPANISH } from "./spanish";
import type { SpokenSales, StepUnit } from "./spoken";

export type { DisputeKind, PaperKind, SpokenSales, StepUnit } from "./spoken";

const ALL: Readonly<Record<Language, SpokenSales>> = {
  en: ENGLISH,
  de: GERMAN,
  es: SPANISH,
  fr: FRENCH,
  it: ITALIAN,
  nl: DUTCH,
  pt: PORTUGUESE,
};

export const salesIn = (language: Language): SpokenSales => ALL[language];

/** By which of a language's regions figures are written, where ours is not the one it is taken for. */
const REGIONS: Partial<Record<Language, string>> = { en: "en-GB", pt: "pt-PT" };
const figuresOf = (language: Language) => REGIONS[language] ?? language;

/** An amount as that language writes it. */
export const sayMoneyIn = (language: Language, amount: number, currency: string): string =>
  sayMoney(amount, currency, figuresOf(language));

/**
 * A rate in basis points as that language writes it.
 *
 * @example sayRateIn("de", 550) // "5,5 %"
 */
export const sayRateIn = (language: Language, rate: number): string =>
  `${new Intl.NumberFormat(figuresOf(language), { maximumFractionDigits: 2 }).format(rate / 100)} %`;

/**
 * What is asked, and how often.
 *
 * @param every the step of a subscription; null: once
 * @example sayPriceIn("de", { amount: 1900, currency: "EUR", every: "P3M" }) // "19,00 € alle 3 Monate"
 */
export function sayPriceIn(
  language: Language,
  { amount, currency, every }: { amount: number; currency: string; every: string | null },
): string {
  if (amount === 0) return ALL[language].free;
  const said = sayMoneyIn(language, amount, currency);
  if (every === null) return said;
  const [first, ...more] = offsetParts(every);
  if (first === undefined) return said;
  if (more.length === 0)
    return `${said} ${ALL[language].every(first.amount, first.unit as StepUnit)}`;
  // A month and two days: few ever ask that. By the platform's own tables (Unicode CLDR).
  const steps = [first, ...more].map(({ amount: count, unit }) =>
    new Intl.NumberFormat(figuresOf(language), { style: "unit", unit, unitDisplay: "long" }).format(
      count,
    ),
  );
  return `${said} / ${steps.join(" ")}`;
}

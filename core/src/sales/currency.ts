/** Currencies: how many digits their minor unit has (ISO 4217), and amounts written and read as people do. */
import type { Minor } from "./money";

/**
 * Those whose minor unit is not a hundredth (ISO 4217, table A.1; from memory). The runtime's own figures are not taken:
 * they are those of everyday use, and differ for some.
 */
const DIGITS: ReadonlyMap<string, number> = new Map([
  ..."BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF"
    .split(" ")
    .map((code) => [code, 0] as const),
  ..."BHD IQD JOD KWD LYD OMR TND".split(" ").map((code) => [code, 3] as const),
  ["CLF", 4],
  ["UYW", 4],
]);

/** How many digits stand behind the point. */
export const digitsOf = (currency: string): number => DIGITS.get(currency) ?? 2;

/**
 * An amount as the reader's language writes it, the currency once.
 *
 * @example sayMoney(19900, "EUR", "en-GB") // "€199.00"
 * @example sayMoney(1000, "JPY", "en-GB") // "JP¥1,000"
 */
export function sayMoney(amount: number, currency: string, language = "en-GB"): string {
  const digits = digitsOf(currency);
  return new Intl.NumberFormat(language, {
    style: "currency",
    currency,
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
    // As text, so that no amount passes through a fraction.
  }).format(plainMoney(amount, currency) as never);
}

/** The same as plain figures, as a file or a field has them: "199.00". */
export function plainMoney(amount: number, currency: string): string {
  const digits = digitsOf(currency);
  const text = String(Math.abs(amount)).padStart(digits + 1, "0");
  const sign = amount < 0 ? "-" : "";
  return digits === 0
    ? `${sign}${text}`
    : `${sign}${text.slice(0, -digits)}.${text.slice(-digits)}`;
}

export type ReadMoney = { ok: true; amount: Minor } | { ok: false; reason: string };

/**
 * Reads an amount as it is typed: "199", "199.5", "1,299.50", "1.299,50", "1 299,50", with or without the currency. A
 * point or a comma stands before the fraction where at most as many digits follow it as the currency has, and once.
 */
export function readMoney(typed: string, currency: string): ReadMoney {
  const digits = digitsOf(currency);
  const text = typed.replaceAll(/[\s\u00a0\u202f']/g, "").replaceAll(/[^\d.,-]/g, "");
  const wrong = (reason: string): ReadMoney => ({ ok: false, reason });
  if (text.startsWith("-")) return wrong("An amount cannot be negative");
  const found = /^(\d[\d.,]*?)(?:[.,](\d+))?$/.exec(text);
  if (!found)
    return wrong(
      `Write an amount as ${plainMoney(19_900 / 10 ** (2 - Math.min(2, digits)), currency)}`,
    );
  let [, whole = "", part = ""] = found;
  // "1.299": three digits after one mark are thousands, unless the currency has three itself.
  if (part.length === 3 && digits !== 3) [whole, part] = [whole + part, ""];
  whole = whole.replaceAll(/[.,]/g, "");
  if (part.length > digits)
    return wrong(
      digits === 0
        ? `${currency} has no smaller unit: a whole number`
        : `${currency} has ${digits} digits behind the point`,
    );
  const amount = Number(whole + part.padEnd(digits, "0"));
  return amount <= 1_000_000_000_000
    ? { ok: true, amount: amount as Minor }
    : wrong("This is more than can be asked for");
}

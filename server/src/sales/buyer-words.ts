/** How whoever bought is written to: in which language, what is said in it, and how it writes days and amounts. */
import { type Language, type Spoken, spokenIn, writtenIn } from "@dawngate/core/notices";
import {
  type SpokenSales,
  salesIn,
  sayMoneyIn,
  sayPriceIn,
  sayRateIn,
} from "@dawngate/core/sales/languages";
import { type Instant, localDateAt, parseDate, type Zone } from "@dawngate/core/time";
import type { SchoolTransaction } from "../db/connection";
import { findPersonByEmail, languageSaid } from "../people/store";
import { readSchool } from "../school/store";
import type { OrderRow } from "./order-store";

export interface BuyerWords {
  language: Language;
  spoken: Spoken;
  sales: SpokenSales;
  /** Of the order's currency. */
  money(amount: number): string;
  /** "€19.00 every month"; `every`: the step of a subscription. */
  price(asked: { amount: number; every: string | null }): string;
  /** In basis points. */
  rate(rate: number): string;
  /** A day as it is written in a file: "2027-03-05". */
  day(date: string): string;
  /** The day of an instant in a zone. */
  dayOf(instant: string, zone: Zone): string;
}

export function wordsIn(language: Language, currency: string): BuyerWords {
  const spoken = spokenIn(language);
  return {
    language,
    spoken,
    sales: salesIn(language),
    money: (amount) => sayMoneyIn(language, amount, currency),
    price: ({ amount, every }) => sayPriceIn(language, { amount, currency, every }),
    rate: (rate) => sayRateIn(language, rate),
    day(date) {
      const parsed = parseDate(date);
      return parsed.ok ? spoken.date(parsed.value) : date;
    },
    dayOf: (instant, zone) => spoken.date(localDateAt(zone, Date.parse(instant) as Instant)),
  };
}

/**
 * Those of an order's buyer: in the language they are known to read, else in that which their browser said. Of an order that
 * staff wrote it said nothing: by its address it may be somebody who is known.
 */
export async function wordsOfBuyer(
  tx: SchoolTransaction,
  order: Pick<OrderRow, "person_id" | "language" | "currency" | "email">,
): Promise<BuyerWords> {
  const { person_id, language, currency, email } = order;
  const person =
    person_id ?? (language === null ? ((await findPersonByEmail(tx, email))?.id ?? null) : null);
  const said = person === null ? null : await languageSaid(tx, person);
  const { languages } = await readSchool(tx);
  return wordsIn(writtenIn(languages, said ?? language), currency);
}

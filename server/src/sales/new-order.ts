/** A new order from what is on sale at this moment: its quote, terms and tax frozen, waiting to be paid. */
import { randomBytes } from "node:crypto";
import { type Billing, USUAL_TERMS } from "@dawngate/contract/sales";
import { LANGUAGES, languageFor } from "@dawngate/core/notices/languages";
import { optionOf, type Quote } from "@dawngate/core/sales";
import { formatInstant, type Instant } from "@dawngate/core/time";
import { orderTaxOf, type Taxed } from "./buyer-tax";
import type { OnSale } from "./offered";
import type { NewOrder } from "./order-store";
import { seriesOf } from "./running/series";

interface Agreed {
  listing: string;
  quote: Quote;
  tax: Taxed | null;
  /** By the press that made it. */
  wanted: {
    key: string;
    seats: number;
    timeZone: string;
    billing?: Billing | undefined;
    /** What whoever presses reads, the dearest first. */
    reads?: readonly string[];
  };
  now: Instant;
}

/** All of it but whose it is, and until when it waits. */
export function newOrder(
  { row, listing: terms, school, holds, memberships }: OnSale,
  { listing, quote, tax, wanted, now }: Agreed,
) {
  const { seats } = wanted;
  const asked = { option: quote.option, seats, holds, memberships, place: tax?.place ?? null };
  return {
    id: `o-${randomBytes(6).toString("hex")}`,
    key: wanted.key,
    listing_id: listing,
    terms_number: row.number,
    title: row.offer.title,
    time_zone: wanted.timeZone,
    clock: school.time_zone,
    language: languageFor(wanted.reads ?? [], LANGUAGES),
    option_id: quote.option,
    kind: optionOf(terms, quote.option)?.kind ?? "once",
    seats,
    codes: quote.lines.flatMap(({ kind, label }) => (kind === "code" ? [label] : [])),
    quote,
    tax: tax && orderTaxOf(tax),
    billing: wanted.billing ?? null,
    payment_terms: school.payment_terms ?? USUAL_TERMS,
    series: seriesOf(terms, quote, asked, now),
    currency: school.currency,
    state: "open",
    bought_at: formatInstant(now),
  } satisfies Partial<NewOrder>;
}

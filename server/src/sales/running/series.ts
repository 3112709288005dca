/** A subscription's periods as they were agreed at the purchase, taken from its quote. */
import { type Listing, optionOf, type Quote, quote } from "@dawngate/core/sales";
import type { Instant } from "@dawngate/core/time";
import type { Series } from "../../db/tables/sales";

/** Null: it is no subscription, or one that costs nothing. */
export function seriesOf(
  listing: Listing,
  bought: Quote,
  asked: Omit<Parameters<typeof quote>[1], "at" | "codes">,
  at: Instant,
): Series | null {
  const option = optionOf(listing, bought.option);
  const [first] = bought.schedule;
  if (option?.kind !== "subscription" || !first) return null;
  const codes = bought.lines.flatMap(({ kind, label }) => (kind === "code" ? [label] : []));
  const lasting = (code: string) =>
    listing.codes.find((one) => one.code === code)?.periods === null;
  // What it costs once the codes for some periods have run out.
  const later = quote(listing, { ...asked, at, codes: codes.filter(lasting) }).schedule.at(-1);
  const full = later ?? first;
  const reduced = bought.schedule.findIndex(({ amount }) => amount === full.amount);
  const longest = Math.max(
    bought.schedule.length,
    ...listing.codes.flatMap(({ code, periods }) =>
      codes.includes(code) && periods !== null ? [periods] : [],
    ),
  );
  const periods = reduced < 0 ? longest : reduced;
  return {
    option: bought.option,
    first: first.due,
    every: option.every,
    amount: full.amount,
    tax: full.tax,
    reduced: periods === 0 ? null : { periods, amount: first.amount, tax: first.tax },
  };
}

/** Offers priced with what the school says: its currency and its zone. */
import type { Offer } from "@dawngate/contract/sales";
import { type Listing, parseListing, quote } from "@dawngate/core/sales";
import type { Instant } from "@dawngate/core/time";
import { refusal } from "../base/problem";
import type { readSchool } from "./store";

export type PricedIn = Pick<Awaited<ReturnType<typeof readSchool>>, "currency" | "time_zone">;

/** An offer as the core reads it, with the school's currency and zone; refused with every fault and its path. */
export function listingOf(
  id: string,
  { courses, tax, options, dated, seats, holder, codes }: Offer,
  school: PricedIn,
): Listing {
  const read = parseListing({
    id,
    currency: school.currency,
    timeZone: school.time_zone,
    ...{ courses, tax, options, dated, seats, holder, codes },
  });
  if (!read.ok)
    throw refusal(
      "Something in the listing does not go together; each fault says where.",
      read.faults,
    );
  return read.value;
}

/** What is asked of somebody new: once, or at each step of a subscription, `P1M`. */
export interface Price {
  amount: number;
  every: string | null;
}

/** The lowest that is asked of somebody new on this day; null: there is no way to pay. */
export const lowestOf = (listing: Listing, at: Instant): Price | null =>
  lower(
    listing.options
      .filter(({ renewal }) => !renewal)
      .map((one) => ({
        amount: quote(listing, { at, option: one.id }).total,
        every: one.kind === "subscription" ? one.every : null,
      })),
  );

/** The lowest of some prices. */
export const lower = (prices: readonly Price[]): Price | null =>
  prices.reduce<Price | null>(
    (least, one) => (least === null || one.amount < least.amount ? one : least),
    null,
  );

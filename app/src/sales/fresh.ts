/** What is new in a listing, and the whole as the core reads it. */
import type { Offer } from "@dawngate/contract/sales";
import { type Listing, parseListing } from "@dawngate/core/sales";

/** The offer as the core reads it; null: something in it does not go together yet. */
export function readOffer(
  id: string,
  offer: Offer,
  currency: string,
  timeZone: string,
): Listing | null {
  const { courses, tax, options, dated, seats, holder, codes } = offer;
  const read = parseListing({
    id,
    currency,
    timeZone,
    courses,
    tax,
    options,
    dated,
    seats,
    holder,
    codes,
  });
  return read.ok ? read.value : null;
}

/** A name that no way to pay has yet. */
export const freshId = (taken: readonly string[]) => {
  for (let i = taken.length + 1; ; i++) if (!taken.includes(`way-${i}`)) return `way-${i}`;
};

/** A code as it begins: ten percent. */
export const newCode = (number: number): Offer["codes"][number] => ({
  code: `CODE${number + 1}`,
  percent: 10,
  combines: false,
  from: null,
  through: null,
  uses: null,
  used: 0,
  perPerson: null,
  usedByBuyer: 0,
  leastSeats: null,
  listings: null,
  periods: null,
});

/** Where a buyer is, and which tax counts for them by it. */
import type { Offer, OrderTax } from "@dawngate/contract/sales";
import { EU, type PlaceTax, taxOfPlace } from "@dawngate/core/sales";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { ProblemError } from "../base/problem";
import type { SchoolRow } from "../school/store";
import { bareNumber, type TaxNumberService } from "../stand-ins/tax-numbers";

/** What a buyer says of where they are. */
export interface SaidPlace {
  country?: string | undefined;
  taxNumber?: string | undefined;
}

/** What a buyer says, with the register's answer: asked outside of any transaction. */
export interface BuyerPlace {
  country: string | null;
  number: string | null;
  numberValid: boolean;
}

export async function placeOfBuyer(
  numbers: TaxNumberService,
  { country, taxNumber }: SaidPlace,
): Promise<BuyerPlace> {
  const number = taxNumber?.trim() ?? "";
  if (country === undefined || number === "")
    return { country: country ?? null, number: null, numberValid: false };
  return {
    country,
    number: bareNumber(country, number),
    numberValid: EU.has(country) && (await numbers.check(country, number)) === "valid",
  };
}

export interface Taxed {
  place: PlaceTax;
  buyer: { country: string; company: boolean; number: string | null; numberValid: boolean };
}

/** The tax for this buyer on this day; null: every buyer pays the listing's own rate. */
export function taxFor(
  school: Pick<SchoolRow, "tax" | "time_zone">,
  offer: Pick<Offer, "tax" | "supply">,
  { country, number, numberValid }: BuyerPlace,
  now: Instant,
): Taxed | null {
  if (!school.tax || !offer.tax) return null;
  // Until somebody says otherwise they are taken to be where the school is.
  const buyer = {
    country: country ?? school.tax.country,
    company: number !== null,
    number,
    numberValid,
  };
  const { rates, ...seller } = school.tax;
  const place = taxOfPlace({
    seller,
    buyer,
    kind: offer.supply,
    on: formatDate(localDateAt(zoneOf(school.time_zone), now)),
    included: offer.tax.included,
    rates,
  });
  if (!place.ok)
    throw new ProblemError(
      422,
      "This cannot be sold to your country yet: the school keeps no rate of tax for it. Write to the school.",
      [{ path: "country", reason: "The school keeps no rate of tax for this country" }],
    );
  return { place: place.value, buyer };
}

/** As it stands with the order. */
export const orderTaxOf = ({ place, buyer }: Taxed): OrderTax => ({
  treatment: place.treatment,
  country: place.country,
  rate: place.rate,
  buyer,
  evidence: [{ kind: "address", country: buyer.country }],
});

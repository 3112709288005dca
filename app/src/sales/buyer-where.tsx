/** As whom one looks at a price where tax goes by the buyer's place: their country, and whether they buy for a company. */
import type { School } from "@dawngate/contract/school";
import { type PlaceTax, taxOfPlace } from "@dawngate/core/sales";
import { View } from "react-native";
import { Switched } from "../ui/switched";
import { CountryField } from "./country-field";

export interface BuyerWhere {
  country: string;
  /** With a number that is registered there. */
  company: boolean;
}

type Tax = NonNullable<School["tax"]>;

/** The tax that counts for them on a day; a sentence where nothing can be sold there. */
export function placeFor(
  { rates, ...seller }: Tax,
  { kind, included, on }: { kind: "electronic" | "taught"; included: boolean; on: string },
  { country, company }: BuyerWhere,
): { place: PlaceTax } | { fault: string } {
  const buyer = { country, company, numberValid: company };
  const read = taxOfPlace({ seller, buyer, kind, on, included, rates });
  return read.ok
    ? { place: read.value }
    : {
        fault:
          "Nothing can be sold there yet: the school keeps no rate of tax for that country on this day.",
      };
}

export function BuyerWhereFields({
  where,
  onWhere,
}: {
  where: BuyerWhere;
  onWhere(where: BuyerWhere): void;
}) {
  return (
    <View style={{ gap: 8 }}>
      <CountryField
        label="The buyer is in"
        value={where.country}
        onChange={(country) => onWhere({ ...where, country })}
      />
      <Switched
        label="A company with a registered number"
        on={where.company}
        onChange={(company) => onWhere({ ...where, company })}
      />
    </View>
  );
}

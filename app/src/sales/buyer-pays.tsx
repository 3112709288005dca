/** Beside a listing that is changed: what one buyer pays on a day, and why; and what is odd about the whole. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import type { School } from "@dawngate/contract/school";
import { type Listing, type PriceOption, type QuoteStep, quote } from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { type Instant, parseDate, startOfDay, zoneOf } from "@dawngate/core/time";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { type BuyerWhere, BuyerWhereFields, placeFor } from "./buyer-where";
import { QuoteLines } from "./quote-lines";
import { sayWay } from "./say-way";
import { sayWhyPrice } from "./say-why";

export function BuyerPays({
  listing,
  option,
  day,
  code,
  seats,
  offer,
  tax,
  snags,
}: {
  listing: Listing | null;
  option: PriceOption | null;
  day: string;
  code: string;
  seats: number;
  offer: Offer;
  /** By whose place tax goes; null: every buyer pays the listing's own rate. */
  tax: School["tax"];
  snags: ListingAnswer["snags"];
}) {
  const { surface, line, quiet, ember } = usePalette();
  const [where, setWhere] = useState<BuyerWhere | null>(null);
  const as = useMemo(
    () => (tax && offer.tax ? (where ?? { country: tax.country, company: false }) : null),
    [tax, offer.tax, where],
  );
  const taxed = useMemo(
    () =>
      tax && offer.tax && as
        ? placeFor(tax, { kind: offer.supply, included: offer.tax.included, on: day }, as)
        : null,
    [tax, offer.tax, offer.supply, day, as],
  );
  const priced = useMemo(() => {
    const date = parseDate(day);
    if (!listing || !option || !date.ok) return null;
    const why: QuoteStep[] = [];
    const at = (startOfDay(zoneOf(listing.timeZone), date.value) + 12 * 3_600_000) as Instant;
    const place = taxed && "place" in taxed ? taxed.place : null;
    try {
      const codes = code.trim() === "" ? [] : [code];
      return { answer: quote(listing, { at, option: option.id, codes, seats, place }, why), why };
    } catch {
      return null;
    }
  }, [listing, option, day, code, seats, taxed]);
  return (
    <View
      style={{
        backgroundColor: surface,
        borderRadius: 14,
        borderWidth: 1,
        borderColor: line,
        padding: 18,
        gap: 14,
      }}
    >
      <Text kind="name" level={2}>
        This buyer pays
      </Text>
      {as ? <BuyerWhereFields where={as} onWhere={setWhere} /> : null}
      {taxed && "fault" in taxed ? (
        <Text color={ember} role="alert">
          {taxed.fault}
        </Text>
      ) : priced && listing && option ? (
        <>
          <Text kind="title">{sayMoney(priced.answer.dueNow, listing.currency)}</Text>
          <QuoteLines
            quote={priced.answer}
            currency={listing.currency}
            way={sayWay({
              kind: option.kind,
              count: option.kind === "installments" ? option.count : null,
              every: "every" in option ? option.every : null,
              trial: null,
            })}
          />
          <View style={{ gap: 4 }}>
            {sayWhyPrice(priced.why, listing.currency).map((sentence) => (
              <Text key={sentence} kind="small" color={quiet}>
                {sentence}
              </Text>
            ))}
          </View>
        </>
      ) : (
        <Text color={quiet}>
          {offer.options.length === 0
            ? "Add a way to pay: what it comes to stands here, line by line."
            : "Something does not go together yet."}
        </Text>
      )}
      {snags.length > 0 ? (
        <View role="region" aria-label="Snags" style={{ gap: 6 }}>
          {snags.map(({ reason, weight }) => (
            <Text key={reason} kind="small" color={weight === "look" ? quiet : ember}>
              {reason}
            </Text>
          ))}
        </View>
      ) : null}
    </View>
  );
}

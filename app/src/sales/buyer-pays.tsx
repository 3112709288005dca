/** Beside a listing that is changed: what one buyer pays on a day, and why; and what is odd about the whole. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import type { School } from "@dawngate/contract/school";
import {
  type Listing,
  mayWithdraw,
  type PriceOption,
  type QuoteStep,
  quote,
} from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { type Instant, parseDate, startOfDay, zoneOf } from "@dawngate/core/time";
import { useMemo } from "react";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { AsIfBuyer } from "./as-if-buyer";
import { AsIfDates } from "./as-if-dates";
import { placeFor } from "./buyer-where";
import { QuoteLines } from "./quote-lines";
import { sayWay } from "./say-way";
import { sayWhyPrice } from "./say-why";

export function BuyerPays({
  listing,
  option,
  place,
  as,
  offer,
  tax,
  snags,
}: {
  place: { school: string; listing: string };

  listing: Listing | null;
  option: PriceOption | null;
  as: AsIfBuyer;
  offer: Offer;
  /** By whose place tax goes; null: every buyer pays the listing's own rate. */
  tax: School["tax"];
  snags: ListingAnswer["snags"];
}) {
  const { surface, line, quiet, ember, lilac } = usePalette();
  const { day, where } = as;
  const taxed = useMemo(
    () =>
      tax && offer.tax && where
        ? placeFor(tax, { kind: offer.supply, included: offer.tax.included, on: day }, where)
        : null,
    [tax, offer.tax, offer.supply, day, where],
  );
  const seats = offer.teams ? as.seats : 1;
  const priced = useMemo(() => {
    const date = parseDate(day);
    if (!listing || !option || !date.ok) return null;
    const why: QuoteStep[] = [];
    const at = (startOfDay(zoneOf(listing.timeZone), date.value) + 12 * 3_600_000) as Instant;
    const bought = {
      at,
      option: option.id,
      codes: as.code.trim() === "" ? [] : [as.code],
      holds: as.holds ? (listing.holder?.courses ?? []) : [],
      memberships: as.holds ? (listing.holder?.memberships ?? []) : [],
      seats,
      place: taxed && "place" in taxed ? taxed.place : null,
    };
    try {
      return { answer: quote(listing, bought, why), why };
    } catch {
      return null;
    }
  }, [listing, option, day, as.code, as.holds, seats, taxed]);
  const refused = priced?.why.filter((step) => step.kind === "code" && step.because !== "counts");
  const says = (steps: QuoteStep[]) => sayWhyPrice(steps, listing?.currency ?? "EUR");
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
          {refused && refused.length > 0 ? (
            <View style={{ backgroundColor: lilac, borderRadius: 10, padding: 12 }}>
              {says(refused).map((sentence) => (
                <Text key={sentence} kind="small">
                  {sentence}
                </Text>
              ))}
            </View>
          ) : null}
          <View style={{ gap: 4 }}>
            {says(priced.why.filter((step) => !refused?.includes(step))).map((sentence) => (
              <Text key={sentence} kind="small" color={quiet}>
                {sentence}
              </Text>
            ))}
          </View>
          <AsIfDates
            place={place}
            as={as}
            mayGiveBack={priced.answer.total > 0 && mayWithdraw(where)}
          />
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

/** A bundle beside its parts: what it saves, how its price falls on the courses, and from how many on it is worth it. */
import type { ListingAnswer, Offer } from "@dawngate/contract/sales";
import { type Bundle, measureBundle, type PriceOption, parseBundle } from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { Part } from "./part";

interface Props {
  offer: Offer;
  kept: ListingAnswer;
  /** The way to pay one looks at. */
  option: PriceOption | null;
}

/** The figures of several courses that each have a price by themselves; null: there is nothing to compare. */
export function bundleOf(
  { courses }: Pick<Offer, "courses">,
  option: PriceOption | null,
  currency: string,
): Bundle | null {
  if (courses.length < 2 || (option?.kind !== "once" && option?.kind !== "installments"))
    return null;
  const read = parseBundle({
    currency,
    price: option.amount,
    parts: courses.map(({ id, price }) => ({ id, ...(price !== null && { price }) })),
  });
  return read.ok ? measureBundle(read.value) : null;
}

/** "Together €249.00 instead of €310.00: €61.00 saved, 19.7 %." */
export function saySaving({ singles, price, saving, savingBp }: Bundle, currency: string): string {
  const money = (amount: number) => sayMoney(amount, currency);
  if (saving <= 0) return `By themselves they cost ${money(singles)}: together nothing is saved.`;
  return `Together ${money(price)} instead of ${money(singles)}: ${money(saving)} saved, ${((savingBp ?? 0) / 100).toFixed(1)} %.`;
}

/** From how many courses on it is worth it. */
export function sayBreakEven({ breakEven: { least, always }, parts }: Bundle): string {
  if (least === null) return "It is worth it for nobody.";
  const many = (count: number) =>
    count === 1 ? "one of them" : count === parts.length ? "all of them" : `${count} of them`;
  if (always === least) return `Worth it for whoever wants ${many(least)}.`;
  return always === null
    ? `Worth it for some who want ${many(least)}.`
    : `Worth it for some who want ${many(least)}, for everybody who wants ${many(always)}.`;
}

export function BundleFigures({ offer, kept, option }: Props) {
  const { line, quiet } = usePalette();
  const { currency } = kept;
  if (offer.courses.length < 2) return null;
  const bundle = bundleOf(offer, option, currency);
  return (
    <Part title="Together">
      {bundle === null ? (
        <Text color={quiet}>
          Say what each course costs by itself: what is saved, and how the price falls on them,
          stands here.
        </Text>
      ) : (
        <View style={{ gap: 8 }}>
          <Text>{saySaving(bundle, currency)}</Text>
          <Text kind="small" color={quiet}>
            {sayBreakEven(bundle)}
          </Text>
          <View role="list" aria-label="How the price falls on the courses">
            {bundle.parts.map(({ id, price, share }) => (
              <View
                key={id}
                role="listitem"
                style={{
                  flexDirection: "row",
                  gap: 12,
                  paddingVertical: 6,
                  borderBottomWidth: 1,
                  borderBottomColor: line,
                }}
              >
                <Text style={{ flex: 1 }}>
                  {kept.courses.find((course) => course.id === id)?.title ?? id}
                </Text>
                <Text kind="small" color={quiet}>
                  alone {sayMoney(price, currency)}
                </Text>
                <Text kind="strong">{sayMoney(share, currency)}</Text>
              </View>
            ))}
          </View>
        </View>
      )}
    </Part>
  );
}

/** A way to pay as a sentence whose parts one presses, and what holds for it beside. */
import type { PriceOption } from "@dawngate/core/sales";
import { sayMoney } from "@dawngate/core/sales/currency";
import { sayOffset } from "@dawngate/core/schedule/words";
import { View } from "react-native";
import { SaidPart } from "../ui/said-part";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { perStep } from "./say-way";

interface Props {
  option: PriceOption;
  currency: string;
  /** "tax included"; null: nothing is said of it. */
  tax: string | null;
  /** It is the one whose price is shown beside. */
  chosen: boolean;
  /** It is being changed. */
  open: boolean;
  onOpen(): void;
}

const NAMES = {
  free: "Free",
  once: "Once",
  installments: "In parts",
  subscription: "Again and again",
} as const;

/** What one can press, and the words between. */
type Said = { text: string; pressed: boolean };
const said = (text: string): Said => ({ text, pressed: true });
const words = (text: string): Said => ({ text, pressed: false });

function sentenceOf(option: PriceOption, currency: string): Said[] {
  const money = (amount: number) => said(sayMoney(amount, currency));
  switch (option.kind) {
    case "free":
      return [said("nothing"), words("is asked")];
    case "once":
      return [money(option.amount)];
    case "installments":
      return [
        money(option.amount),
        words("in"),
        said(`${option.count} parts`),
        words(", one"),
        said(`every ${perStep(option.every)}`),
        ...(option.deposit
          ? [words(", after"), money(option.deposit), words("at the purchase")]
          : []),
      ];
    case "subscription":
      return [
        money(option.amount),
        said(`every ${perStep(option.every)}`),
        ...(option.trial
          ? [words(", the first"), said(sayOffset(option.trial)), words("free")]
          : []),
      ];
  }
}

export function WayCard({ option, currency, tax, chosen, open, onOpen }: Props) {
  const { quiet, line, dusk, surface } = usePalette();
  const parts = sentenceOf(option, currency);
  const beside = [
    option.default ? "shown first" : null,
    option.renewal ? "only to renew" : null,
    tax,
  ];
  return (
    <View
      role="group"
      aria-label={NAMES[option.kind]}
      style={{
        borderWidth: 1,
        boxShadow: chosen ? `inset 0 0 0 1px ${dusk}` : undefined,
        borderColor: chosen ? dusk : line,
        backgroundColor: surface,
        borderRadius: 12,
        paddingHorizontal: 14,
        paddingVertical: 10,
        gap: 4,
      }}
    >
      <View style={{ flexDirection: "row", justifyContent: "space-between", gap: 12 }}>
        <Text kind="strong">{NAMES[option.kind]}</Text>
        <Text kind="small" color={quiet}>
          {beside.filter(Boolean).join(", ")}
        </Text>
      </View>
      <View
        style={{
          flexDirection: "row",
          flexWrap: "wrap",
          alignItems: "center",
          columnGap: 6,
          rowGap: 6,
        }}
      >
        {parts.map(({ text, pressed }, i) =>
          pressed ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: a part is known by its place in the sentence
            <SaidPart key={i} text={text} open={open} onPress={onOpen} />
          ) : (
            // biome-ignore lint/suspicious/noArrayIndexKey: a part is known by its place in the sentence
            <Text key={i} style={text.startsWith(",") ? { marginLeft: -4 } : undefined}>
              {text}
            </Text>
          ),
        )}
      </View>
    </View>
  );
}

/** A way to pay as a sentence whose parts one presses, and what holds for it beside. */
import type { PriceOption } from "@dawngate/core/sales";
import { View } from "react-native";
import { SaidPart } from "../ui/said-part";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { wayOf } from "./say-terms";
import { wayParts } from "./say-way";

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

export function WayCard({ option, currency, tax, chosen, open, onOpen }: Props) {
  const { quiet, line, dusk, surface } = usePalette();
  // That it is once, its name says already.
  const parts = wayParts(wayOf(option), currency).filter(
    ({ terms }) => terms || option.kind !== "once",
  );
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
        {parts.map(({ text, terms }, i) =>
          terms ? (
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

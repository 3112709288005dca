/** The time that is left of an attempt, with a word at five minutes and at one. */
import { View } from "react-native";
import { HEADING } from "../ui/fonts";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayLeft } from "./use-clock";

const MINUTE = 60_000;

export function TimeLeft({ left }: { left: number }) {
  const { emberFill, onEmber, onFrame } = usePalette();
  const word =
    left <= 0
      ? "Time is up."
      : left <= MINUTE
        ? "One minute is left."
        : left <= 5 * MINUTE
          ? "Five minutes are left."
          : null;
  return (
    <View
      style={{
        flexDirection: "row",
        alignItems: "center",
        gap: 10,
        flexWrap: "wrap",
        paddingBottom: 10,
      }}
    >
      <Text
        role="timer"
        aria-label={`${Math.ceil(Math.max(0, left) / MINUTE)} minutes left`}
        color={onFrame}
        style={{ fontFamily: HEADING, fontSize: 20, fontVariant: ["tabular-nums"] }}
      >
        {sayLeft(left)}
      </Text>
      {/* Heard when it changes, and at no other time. */}
      <View aria-live="polite">
        {word ? (
          <View style={{ backgroundColor: emberFill, borderRadius: 6, paddingHorizontal: 8 }}>
            <Text kind="smallStrong" color={onEmber}>
              {word}
            </Text>
          </View>
        ) : null}
      </View>
    </View>
  );
}

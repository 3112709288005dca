/** The days above the horizon beside the outline. */
import { memo } from "react";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { Lines } from "./lines";

export const Ticks = memo(function Ticks({ drawing: { scale, ticks } }: { drawing: Lines }) {
  const { quiet } = usePalette();
  return (
    <View style={{ height: 20 }} aria-hidden>
      {ticks
        .filter(({ instant }) => scale.x(instant) < scale.width - 44)
        .map(({ instant, label }) => (
          <Text
            key={instant}
            kind="small"
            color={quiet}
            numberOfLines={1}
            style={{ position: "absolute", left: scale.x(instant) + 4, width: 76 }}
          >
            {label}
          </Text>
        ))}
    </View>
  );
});

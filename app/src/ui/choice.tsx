/** A chip: one choice among a few, or one of several, shown by its border where it is taken; or a plain step. */
import { useRef } from "react";
import { View } from "react-native";
import { Chip } from "react-native-paper";
import { TEXT } from "./fonts";
import { useReach } from "./layout";
import { useMended } from "./mended";
import { usePalette } from "./theme";

interface Props {
  label: string;
  /** Left out: a step, not a choice. */
  taken?: boolean;
  /** Several can be taken. */
  many?: boolean;
  onPress(): void;
}

export function Choice({ label, taken, many = false, onPress }: Props) {
  const { dusk, line, lilac, ink } = usePalette();
  const root = useRef<View>(null);
  const reach = useReach();
  useMended(root, "[data-testid=chip]", {
    "aria-checked": taken === undefined ? null : String(taken),
  });
  return (
    <View ref={root} style={{ alignSelf: "flex-start", maxWidth: "100%" }}>
      <Chip
        mode="outlined"
        accessibilityRole={taken === undefined ? "button" : many ? "checkbox" : "radio"}
        onPress={onPress}
        textStyle={{
          color: ink,
          marginVertical: (reach - 20) / 2,
          marginHorizontal: 14,
          fontSize: 15,
          lineHeight: 20,
          // A long one goes on in the next line; Paper would cut it.
          ...({ whiteSpace: "normal" } as object),
          ...(taken ? {} : { fontFamily: TEXT }),
        }}
        style={{
          borderRadius: 8,
          borderWidth: 1,
          borderColor: taken ? dusk : line,
          // The second line of its border takes no room: nothing moves when one chooses.
          boxShadow: taken ? `inset 0 0 0 1px ${dusk}` : undefined,
          backgroundColor: taken ? lilac : "transparent",
        }}
      >
        {label}
      </Chip>
    </View>
  );
}

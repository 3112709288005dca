/**
 * A share of all, as a bar: its figure stands beside it. Not Paper's: that one grows when it is drawn and measures itself
 * for it, which a table of many rows would do for each while one scrolls.
 */
import { View } from "react-native";
import { usePalette } from "./theme";

interface Props {
  /** 0 to 1. */
  share: number;
  height: number;
  color?: string;
  ground?: string;
}

export function ShareBar({ share, height, color, ground }: Props) {
  const { dusk, lilac } = usePalette();
  const line = { height, borderRadius: 4 };
  return (
    <View style={{ ...line, backgroundColor: ground ?? lilac }}>
      <View
        style={{ ...line, width: `${Math.round(share * 100)}%`, backgroundColor: color ?? dusk }}
      />
    </View>
  );
}

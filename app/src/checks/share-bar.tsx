/** A share of all, as a bar: its figure stands beside it. */
import { View } from "react-native";
import { usePalette } from "../ui/theme";

export function ShareBar({ share, height }: { share: number; height: number }) {
  const { dusk, lilac } = usePalette();
  const line = { height, borderRadius: 4 };
  return (
    <View style={{ ...line, backgroundColor: lilac }}>
      <View style={{ ...line, width: `${Math.round(share * 100)}%`, backgroundColor: dusk }} />
    </View>
  );
}

/** How many seats are taken, as a bar that fills. */
import { View } from "react-native";
import { usePalette } from "../ui/theme";

export function SeatsBar({ taken, seats }: { taken: number; seats: number }) {
  const { apricot, apricotLine, line, ember } = usePalette();
  const share = seats === 0 ? 1 : Math.min(1, taken / seats);
  return (
    <View
      role="img"
      aria-label={taken >= seats ? "Full" : `${seats - taken} seats free`}
      style={{
        height: 10,
        maxWidth: 360,
        borderRadius: 5,
        borderWidth: 1,
        borderColor: line,
        overflow: "hidden",
      }}
    >
      <View
        style={{
          width: `${share * 100}%`,
          height: "100%",
          backgroundColor: apricot,
          borderRightWidth: share > 0 && share < 1 ? 2 : 0,
          borderRightColor: taken > seats ? ember : apricotLine,
        }}
      />
    </View>
  );
}

/** Gray bars in the place of what is on its way. */
import { View } from "react-native";
import { usePalette } from "./theme";

/** `widths` are shares of the full width, one a bar. */
export function Skeleton({ widths, height = 18 }: { widths: number[]; height?: number }) {
  const { line } = usePalette();
  return (
    <View role="status" aria-label="Loading" style={{ gap: 20, paddingVertical: 12 }}>
      {widths.map((width, i) => (
        <View
          // biome-ignore lint/suspicious/noArrayIndexKey: bars have nothing else to be known by
          key={i}
          style={{ height, width: `${width * 100}%`, borderRadius: 4, backgroundColor: line }}
        />
      ))}
    </View>
  );
}

/** A band in the frame's color: round where there is room around it, from edge to edge on a phone. */
import type { ReactNode } from "react";
import { ScrollView, View } from "react-native";
import { useWide } from "./layout";
import { usePalette } from "./theme";

export function NightBand({ gap, children }: { gap: number; children: ReactNode }) {
  const { frame } = usePalette();
  const wide = useWide();
  return (
    <View
      style={{
        backgroundColor: frame,
        borderRadius: wide ? 16 : 0,
        padding: 16,
        gap,
        marginHorizontal: wide ? 0 : -20,
      }}
    >
      {children}
    </View>
  );
}

/** Columns along it, on one line: they share its width, and scroll on a phone. */
export function Along({ label, children }: { label: string; children: ReactNode }) {
  const line = (
    <View role="group" aria-label={label} style={{ flexDirection: "row", flex: 1 }}>
      {children}
    </View>
  );
  if (useWide()) return line;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} testID="one-line">
      {line}
    </ScrollView>
  );
}

/** One row of a list: what it says, and at its end what one can do, with a line below. */
import type { ReactNode } from "react";
import { View } from "react-native";
import { usePalette } from "./theme";

interface Props {
  children: ReactNode;
  gap?: number;
  minHeight?: number;
  /** Above and below, in points. */
  padding?: number;
}

export function ListRow({ children, gap = 16, minHeight, padding = 10 }: Props) {
  const { line } = usePalette();
  return (
    <View
      role="listitem"
      style={{
        flexDirection: "row",
        alignItems: "center",
        gap,
        minHeight,
        paddingVertical: padding,
        borderBottomWidth: 1,
        borderBottomColor: line,
      }}
    >
      {children}
    </View>
  );
}

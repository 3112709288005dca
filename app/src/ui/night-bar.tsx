/** The bar from which one acts on what is marked: night-colored, at the bottom, in reach of a thumb while one scrolls. */
import type { ReactNode } from "react";
import { View } from "react-native";
import { Button } from "react-native-paper";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  label: string;
  /** "2 rows marked". */
  says: string;
  children: ReactNode;
}

export function NightBar({ label, says, children }: Props) {
  const { frame, onFrame } = usePalette();
  return (
    <View
      role="region"
      aria-label={label}
      style={{
        flexDirection: "row",
        flexWrap: "wrap",
        alignItems: "center",
        columnGap: 4,
        paddingHorizontal: 14,
        paddingVertical: 4,
        borderRadius: 10,
        backgroundColor: frame,
        ...({ position: "sticky", bottom: 8, zIndex: 3 } as object),
      }}
    >
      <Text kind="smallStrong" color={onFrame} role="status" style={{ marginRight: 8 }}>
        {says}
      </Text>
      {children}
    </View>
  );
}

/** One of the things it offers. */
export function NightAct({ label, onPress }: { label: string; onPress(): void }) {
  const { frameMark } = usePalette();
  return (
    <Button
      mode="text"
      compact
      textColor={frameMark}
      onPress={onPress}
      contentStyle={{ minHeight: 44 }}
    >
      {label}
    </Button>
  );
}

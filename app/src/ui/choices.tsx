/** Choices beside each other, under a name that is read out: one of them is taken, or several may be. */
import type { ReactNode } from "react";
import { ScrollView, View } from "react-native";

interface Props {
  label: string;
  /** Several can be taken. */
  many?: boolean;
  /** On one line, which scrolls where there is no room: for what narrows a list, so that the list keeps the screen. */
  line?: boolean;
  children: ReactNode;
}

export function Choices({ label, many = false, line = false, children }: Props) {
  if (line)
    return (
      <ScrollView
        horizontal
        showsHorizontalScrollIndicator={false}
        testID="one-line"
        style={{ flexGrow: 0, marginHorizontal: -20 }}
        contentContainerStyle={{ paddingHorizontal: 20 }}
      >
        <View
          role={many ? "group" : "radiogroup"}
          aria-label={label}
          style={{ flexDirection: "row", gap: 8 }}
        >
          {children}
        </View>
      </ScrollView>
    );
  return (
    <View
      role={many ? "group" : "radiogroup"}
      aria-label={label}
      style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}
    >
      {children}
    </View>
  );
}

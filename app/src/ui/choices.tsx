/** Choices beside each other, under a name that is read out: one of them is taken, or several may be. */
import type { ReactNode } from "react";
import { View } from "react-native";

interface Props {
  label: string;
  /** Several can be taken. */
  many?: boolean;
  children: ReactNode;
}

export function Choices({ label, many = false, children }: Props) {
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

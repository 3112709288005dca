/** Choices with what they are of above them. */
import type { ReactNode } from "react";
import { View } from "react-native";
import { Choices } from "./choices";
import { Text } from "./text";
import { usePalette } from "./theme";

export function LabeledChoices({ label, children }: { label: string; children: ReactNode }) {
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 6 }}>
      <Text kind="small" color={quiet}>
        {label}
      </Text>
      <Choices label={label}>{children}</Choices>
    </View>
  );
}

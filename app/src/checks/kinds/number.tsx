/** A number, typed as one writes it, with a comma or a point. */

import { decimalIn } from "@dawngate/core/checks/fold";
import { View } from "react-native";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import type { AnswerProps } from "./kind";

export function NumberAnswer({ answer, onAnswer }: AnswerProps<string>) {
  const { ember, quiet } = usePalette();
  const text = answer ?? "";
  const unread = text.trim() !== "" && decimalIn(text) === null;
  return (
    <View style={{ gap: 4 }}>
      <TextField
        label="A number"
        value={text}
        inputMode="decimal"
        maxLength={60}
        error={unread}
        onChangeText={(typed) => onAnswer(typed, true)}
        style={{ maxWidth: 220 }}
      />
      <Text kind="small" color={unread ? ember : quiet}>
        {unread
          ? "This cannot be read as a number: digits, and at most one comma or point."
          : "Digits alone, without its unit."}
      </Text>
    </View>
  );
}

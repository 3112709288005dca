/** An amount of money: typed as people write it, kept in minor units. */
import { plainMoney, readMoney } from "@dawngate/core/sales/currency";
import { useState } from "react";
import { View } from "react-native";
import { HelperText } from "react-native-paper";
import { TextField } from "./text-field";

interface Props {
  label: string;
  currency: string;
  /** In minor units; null: none yet. */
  value: number | null;
  onChange(value: number | null): void;
  /** Nothing may stand there. */
  optional?: boolean;
  width?: number;
}

export function MoneyField({ label, currency, value, onChange, optional = false, width }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (value === null ? "" : plainMoney(value, currency));
  const read = readMoney(text, currency);
  const wrong =
    typed !== null && !(optional && text.trim() === "") && !read.ok ? read.reason : null;
  return (
    <View style={{ flex: width === undefined ? 1 : undefined, width, minWidth: 120 }}>
      <TextField
        label={`${label}, ${currency}`}
        inputMode="decimal"
        value={text}
        error={wrong !== null}
        onChangeText={(next) => {
          setTyped(next);
          const amount = readMoney(next, currency);
          if (amount.ok) onChange(amount.amount);
          else if (optional && next.trim() === "") onChange(null);
        }}
        onBlur={() => setTyped(null)}
      />
      {wrong ? (
        <HelperText type="error" role="alert">
          {wrong}
        </HelperText>
      ) : null}
    </View>
  );
}

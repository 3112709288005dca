/** Rows that only a full cohort or being kept out refuses are let in all the same, with a reason that stays on record. */
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";

interface Props {
  /** So many rows. */
  count: number;
  /** Why they are let in; null: they are refused. */
  reason: string | null;
  onReason(reason: string | null): void;
}

export function Overruled({ count, reason, onReason }: Props) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState("");
  const rows = count === 1 ? "One row" : `${count} rows`;
  if (reason !== null)
    return (
      <View role="group" aria-label="Let in all the same" style={{ gap: 8 }}>
        <Text>{`${rows} let in all the same: “${reason}”`}</Text>
        <QuietAction label="Refuse them after all" onPress={() => onReason(null)} />
      </View>
    );
  return (
    <View role="group" aria-label="Let in all the same" style={{ gap: 8 }}>
      <Text kind="small" color={quiet}>
        {`${rows} ${count === 1 ? "is" : "are"} refused by seats or by being kept out alone. You may let them in, and say why; it stays on their record.`}
      </Text>
      <TextField
        label="Why they are let in"
        value={typed}
        maxLength={500}
        onChangeText={setTyped}
      />
      <QuietAction
        label={count === 1 ? "Let them in" : `Let ${count} people in`}
        disabled={typed.trim() === ""}
        onPress={() => onReason(typed.trim())}
      />
    </View>
  );
}

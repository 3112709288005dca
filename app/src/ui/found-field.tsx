/** One of many things, found by typing a part of its name. */
import { useState } from "react";
import { View } from "react-native";
import { Press } from "./press";
import { Text } from "./text";
import { TextField } from "./text-field";
import { usePalette } from "./theme";

export interface Findable {
  value: string;
  says: string;
  /** What else it is found by, shown quietly beside it. */
  also?: string;
}

interface Props {
  label: string;
  /** What stands there now, in words. */
  says: string;
  of: readonly Findable[];
  /** What is said where nothing is found. */
  none: string;
  onChange(value: string): void;
}

const MOST = 8;

export function FoundField({ label, says, of, none, onChange }: Props) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState<string | null>(null);
  const wanted = (typed ?? "").trim().toLowerCase();
  const found =
    wanted === ""
      ? []
      : of.filter(
          (one) =>
            one.says.toLowerCase().includes(wanted) || one.also?.toLowerCase().includes(wanted),
        );
  return (
    <View style={{ gap: 4 }}>
      <TextField
        label={label}
        value={typed ?? says}
        onFocus={() => setTyped("")}
        onBlur={() => wanted === "" && setTyped(null)}
        onChangeText={setTyped}
        placeholder={says}
        autoCorrect={false}
      />
      {found.slice(0, MOST).map((one) => (
        <Press
          key={one.value}
          onPress={() => {
            onChange(one.value);
            setTyped(null);
          }}
          style={{ paddingHorizontal: 12, justifyContent: "center" }}
        >
          <Text>
            {one.says} <Text color={quiet}>{one.also ?? ""}</Text>
          </Text>
        </Press>
      ))}
      {wanted !== "" && found.length === 0 && (
        <Text kind="small" color={quiet}>
          {none}
        </Text>
      )}
      {found.length > MOST && (
        <Text kind="small" color={quiet}>
          and {found.length - MOST} more; type on
        </Text>
      )}
    </View>
  );
}

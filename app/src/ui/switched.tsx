/** Something that is on or off, with what it means beside it. */
import { View } from "react-native";
import { Switch } from "react-native-paper";
import { Press } from "./press";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  label: string;
  /** What follows from it. */
  says?: string;
  on: boolean;
  onChange(on: boolean): void;
}

export function Switched({ label, says, on, onChange }: Props) {
  const { dusk, quiet } = usePalette();
  return (
    <Press
      role="switch"
      aria-checked={on}
      aria-label={label}
      onPress={() => onChange(!on)}
      style={{ flexDirection: "row", alignItems: "center", gap: 14, paddingVertical: 6 }}
    >
      <View aria-hidden pointerEvents="none">
        <Switch value={on} color={dusk} tabIndex={-1} />
      </View>
      <View style={{ flex: 1 }}>
        <Text>{label}</Text>
        {says ? (
          <Text kind="small" color={quiet}>
            {says}
          </Text>
        ) : null}
      </View>
    </Press>
  );
}

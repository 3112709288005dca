/** Something that is on or off, with what it means beside it; pressing the words does the same. */
import { Pressable, View } from "react-native";
import { Switch } from "react-native-paper";
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
    <View style={{ flexDirection: "row", alignItems: "center", gap: 14, minHeight: 48 }}>
      <Switch value={on} color={dusk} onValueChange={onChange} accessibilityLabel={label} />
      {/* For the hand alone: by keys and by ear the switch says it all. */}
      <Pressable
        tabIndex={-1}
        role="presentation"
        onPress={() => onChange(!on)}
        style={{ flex: 1, paddingVertical: 6 }}
      >
        <Text>{label}</Text>
        {says ? (
          <Text kind="small" color={quiet}>
            {says}
          </Text>
        ) : null}
      </Pressable>
    </View>
  );
}

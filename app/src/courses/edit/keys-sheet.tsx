/** The list of keys of the outline, for whoever asks. */
import { View } from "react-native";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { KEYS } from "./strokes";

export function KeysSheet({ onClose }: { onClose(): void }) {
  return (
    <Sheet title="Keys" onClose={onClose}>
      {KEYS.map(([key, says]) => (
        <View key={key} style={{ gap: 2 }}>
          <Text kind="strong">{key}</Text>
          <Text>{says}</Text>
        </View>
      ))}
    </Sheet>
  );
}

/** What would have to happen for something to open sooner, or again. */
import { View } from "react-native";
import { Text } from "../../ui/text";

interface Props {
  lines: readonly string[];
  state: "closed" | "waiting" | "scheduled" | "open";
}

export function Sooner({ lines, state }: Props) {
  if (lines.length === 0) return null;
  const what = state === "waiting" ? "open" : state === "closed" ? "open again" : "open sooner";
  return (
    <View style={{ gap: 4 }}>
      <Text kind="smallStrong">What would have to happen for it to {what}</Text>
      {lines.map((line) => (
        <Text kind="small" key={line}>
          • {line}
        </Text>
      ))}
    </View>
  );
}

/** What went wrong, where, and what one can do: in the place of what could not be shown. */
import { View } from "react-native";
import { Button } from "react-native-paper";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  title: string;
  detail: string;
  onRetry?: () => void;
}

export function Notice({ title, detail, onRetry }: Props) {
  const { ember, surface } = usePalette();
  return (
    <View
      role="alert"
      style={{
        borderLeftWidth: 4,
        borderLeftColor: ember,
        backgroundColor: surface,
        padding: 16,
        gap: 8,
        alignItems: "flex-start",
      }}
    >
      <Text kind="strong">{title}</Text>
      <Text>{detail}</Text>
      {onRetry && (
        <Button mode="outlined" onPress={onRetry} contentStyle={{ minHeight: 44 }}>
          Try again
        </Button>
      )}
    </View>
  );
}

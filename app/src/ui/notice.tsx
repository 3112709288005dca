/**
 * What went wrong, where, and what one can do: in the place of what could not be shown. Not Paper's Banner: that lies at
 * the top of a screen and takes the room it will need in a second step, so that what one was about to press moves away.
 */
import { View } from "react-native";
import { QuietAction } from "./action";
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
      {onRetry ? <QuietAction label="Try again" onPress={onRetry} /> : null}
    </View>
  );
}

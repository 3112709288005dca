/** A word on the player's bar that does something when it is pressed. */
import { Button } from "react-native-paper";
import { useReach } from "../../ui/layout";
import { usePalette } from "../../ui/theme";

interface Props {
  label: string;
  says?: string;
  strong?: boolean;
  /** It is on, and pressing goes on from there. */
  on?: boolean;
  onPress(): void;
}

export function BarWord({ label, says, strong = false, on = false, onPress }: Props) {
  const { onFrame, frameMark } = usePalette();
  const reach = useReach();
  return (
    <Button
      compact
      mode="text"
      textColor={on ? frameMark : onFrame}
      accessibilityLabel={says ?? label}
      onPress={onPress}
      contentStyle={{ minHeight: reach }}
      labelStyle={{ marginHorizontal: 7, ...(strong && { fontWeight: "700" }) }}
    >
      {label}
    </Button>
  );
}

/** The one primary action of a screen, and quieter ones beside it. */
import { Button } from "react-native-paper";
import { usePalette } from "./theme";

interface Props {
  label: string;
  /** What it is called where more room is, and to whoever hears it; holds the label. */
  says?: string;
  onPress(): void;
  busy?: boolean;
  disabled?: boolean;
  /** Little room beside its label: for a bar with several. */
  tight?: boolean;
  /** As wide as its place. */
  fill?: boolean;
}

const TIGHT = { marginHorizontal: 13 };

export function PrimaryAction({
  label,
  says,
  onPress,
  busy = false,
  disabled = false,
  tight = false,
  fill = false,
}: Props) {
  const { emberFill, onEmber } = usePalette();
  return (
    <Button
      mode="contained"
      accessibilityLabel={says}
      buttonColor={emberFill}
      textColor={onEmber}
      onPress={onPress}
      loading={busy}
      disabled={busy || disabled}
      contentStyle={{ minHeight: 46 }}
      {...(tight && { labelStyle: TIGHT })}
      style={{ alignSelf: fill ? "stretch" : "flex-start" }}
    >
      {label}
    </Button>
  );
}

export function QuietAction({
  label,
  says,
  onPress,
  busy = false,
  disabled = false,
  tight = false,
  fill = false,
}: Props) {
  return (
    <Button
      mode="outlined"
      accessibilityLabel={says}
      onPress={onPress}
      loading={busy}
      disabled={busy || disabled}
      contentStyle={{ minHeight: 44 }}
      {...(tight && { labelStyle: TIGHT })}
      style={{ alignSelf: fill ? "stretch" : "flex-start" }}
    >
      {label}
    </Button>
  );
}

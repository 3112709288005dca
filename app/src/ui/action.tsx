/** The one primary action of a screen, and quieter ones beside it. */
import { Button } from "react-native-paper";
import { useOffers } from "./offers";
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
  /** The command box offers it too; and this letter presses it. */
  letter?: string;
}

/** What is offered by a letter, while it can be pressed. */
function useLetter({ label, says, letter, busy, disabled, onPress }: Props): void {
  useOffers(letter && !busy && !disabled ? [{ says: says ?? label, letter, run: onPress }] : []);
}

const TIGHT = { marginHorizontal: 13 };

export function PrimaryAction(props: Props) {
  const {
    label,
    says,
    onPress,
    busy = false,
    disabled = false,
    tight = false,
    fill = false,
  } = props;
  useLetter(props);
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

export function QuietAction(props: Props) {
  const {
    label,
    says,
    onPress,
    busy = false,
    disabled = false,
    tight = false,
    fill = false,
  } = props;
  useLetter(props);
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

/** The one primary action of a screen, and quieter ones beside it. */
import { ActivityIndicator, Button } from "react-native-paper";
import { useReach } from "./layout";
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

/** Paper's own sign of work has no name for whoever hears the page. */
const Busy = ({ size, color }: { size: number; color: string }) => (
  <ActivityIndicator size={size} color={color} accessibilityLabel="Working" />
);

const TIGHT = { marginHorizontal: 13 };

/** What both kinds have in common. */
function useButton(props: Props) {
  const { says, onPress, busy = false, disabled = false, tight = false, fill = false } = props;
  useLetter(props);
  const reach = useReach();
  return {
    contentStyle: { minHeight: reach },
    accessibilityLabel: says,
    onPress,
    ...(busy && { icon: Busy }),
    disabled: busy || disabled,
    style: { alignSelf: fill ? "stretch" : "flex-start" },
    ...(tight && { labelStyle: TIGHT }),
  } as const;
}

export function PrimaryAction(props: Props) {
  const { emberFill, onEmber } = usePalette();
  return (
    <Button {...useButton(props)} mode="contained" buttonColor={emberFill} textColor={onEmber}>
      {props.label}
    </Button>
  );
}

export function QuietAction(props: Props) {
  const { surface, line, ink } = usePalette();
  const { style, ...button } = useButton(props);
  return (
    <Button
      {...button}
      mode="outlined"
      textColor={button.disabled ? undefined : ink}
      style={[style, { borderColor: line, backgroundColor: surface }]}
    >
      {props.label}
    </Button>
  );
}

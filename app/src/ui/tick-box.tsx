/** A check box. Not Paper's: that draws its box from an icon font of 1.3 MB, and its target is smaller than a thumb. */
import { Icon } from "./icon";
import { Press } from "./press";
import { usePalette } from "./theme";

interface Props {
  /** What it is for, to whoever hears it. */
  label: string;
  checked: boolean;
  onChange(checked: boolean): void;
}

export function TickBox({ label, checked, onChange }: Props) {
  const { dusk, quiet } = usePalette();
  return (
    <Press
      role="checkbox"
      aria-checked={checked}
      aria-label={label}
      onPress={() => onChange(!checked)}
      style={{ width: 44, height: 44, alignItems: "center", justifyContent: "center" }}
    >
      <Icon
        name={checked ? "checkbox-marked" : "checkbox-blank-outline"}
        size={22}
        color={checked ? dusk : quiet}
      />
    </Press>
  );
}

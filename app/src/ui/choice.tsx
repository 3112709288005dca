/** A chip: one choice among a few, or one of several, shown by its border where it is taken; or a plain step. */
import { Press } from "./press";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  label: string;
  /** Left out: a step, not a choice. */
  taken?: boolean;
  /** Several can be taken. */
  many?: boolean;
  onPress(): void;
}

export function Choice({ label, taken, many = false, onPress }: Props) {
  const { dusk, line, lilac } = usePalette();
  const role = taken === undefined ? "button" : many ? "checkbox" : "radio";
  return (
    <Press
      onPress={onPress}
      role={role}
      aria-checked={taken}
      style={{
        alignSelf: "flex-start",
        paddingHorizontal: 14,
        justifyContent: "center",
        borderWidth: taken ? 2 : 1,
        borderColor: taken ? dusk : line,
        backgroundColor: taken ? lilac : "transparent",
      }}
    >
      <Text kind={taken ? "smallStrong" : "small"}>{label}</Text>
    </Press>
  );
}

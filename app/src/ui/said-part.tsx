/** A part of a sentence that one presses to change it: on its own ground, with a line below. */
import { Press } from "./press";
import { Text } from "./text";
import { usePalette } from "./theme";

interface Props {
  text: string;
  open: boolean;
  onPress(): void;
}

export function SaidPart({ text, open, onPress }: Props) {
  const { lilac, ember, ink } = usePalette();
  return (
    <Press
      aria-expanded={open}
      onPress={onPress}
      style={{
        justifyContent: "center",
        paddingHorizontal: 10,
        backgroundColor: lilac,
        borderBottomWidth: 2,
        borderBottomColor: open ? ink : ember,
        borderBottomLeftRadius: 0,
        borderBottomRightRadius: 0,
        maxWidth: "100%",
      }}
    >
      <Text kind="strong">{text}</Text>
    </Press>
  );
}

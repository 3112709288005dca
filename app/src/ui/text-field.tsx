/** A field for text: Paper's, on our surface, with its label said to whoever hears it. */
import { TextInput, type TextInputProps } from "react-native-paper";
import { usePalette } from "./theme";

export interface TextFieldProps extends Omit<TextInputProps, "mode" | "label" | "theme"> {
  label: string;
}

/** As round as a button. */
const ROUND = { borderRadius: 10 };

export function TextField({ label, style, ...rest }: TextFieldProps) {
  const { surface } = usePalette();
  return (
    <TextInput
      mode="outlined"
      dense={!rest.multiline}
      label={label}
      aria-label={label}
      outlineStyle={ROUND}
      {...rest}
      style={[{ backgroundColor: surface }, style]}
    />
  );
}

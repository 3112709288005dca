/** Elsewhere than on the web words are typed as they are written, their fields in braces. */
import { useState } from "react";
import { TextField } from "../ui/text-field";
import type { ChipsFieldProps } from "./chips-field-props";

export function ChipsField({ label, value, single = false, onChange }: ChipsFieldProps) {
  const [text, setText] = useState(value);
  return (
    <TextField
      label={label}
      value={text}
      multiline={!single}
      onChangeText={(next) => {
        setText(next);
        onChange(next);
      }}
    />
  );
}

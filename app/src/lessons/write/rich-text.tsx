/** Elsewhere than on the web a text is written as it is kept: as Markdown. */
import { useState } from "react";
import { TextField } from "../../ui/text-field";
import type { RichTextProps } from "./rich-text-props";

export function RichText({ label, value, onChange, onBlur }: RichTextProps) {
  const [text, setText] = useState(value);
  return (
    <TextField
      label={label}
      value={text}
      multiline
      onBlur={onBlur}
      onChangeText={(next) => {
        setText(next);
        onChange(next);
      }}
    />
  );
}

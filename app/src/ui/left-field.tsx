/** A field whose text counts when it is left. What cannot be taken stays in it, and changes nothing. */
import { useState } from "react";
import { TextField, type TextFieldProps } from "./text-field";

interface Props extends Omit<TextFieldProps, "value" | "defaultValue" | "onChangeText" | "onBlur"> {
  value: string;
  /** Whether a text can be taken; left out: any. */
  takes?(text: string): boolean;
  /** Another text was left, without the spaces around it. */
  onLeft(text: string): void;
}

export function LeftField({ value, takes = () => true, onLeft, ...rest }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextField
      {...rest}
      value={typed ?? value}
      onChangeText={setTyped}
      onBlur={() => {
        const text = (typed ?? value).trim();
        if (!takes(text)) return;
        setTyped(null);
        if (text !== value) onLeft(text);
      }}
    />
  );
}

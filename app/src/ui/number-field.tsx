/** A whole number typed or stepped: what is typed halfway stays in the field, and only a number in range counts. */
import { useState } from "react";
import { TextField } from "./text-field";

interface Props {
  label: string;
  value: number;
  least: number;
  most: number;
  width?: number;
  onChange(value: number): void;
}

export function NumberField({ label, value, least, most, width = 110, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? String(value);
  const number = /^\d{1,9}$/.test(text.trim()) ? Number(text) : Number.NaN;
  const fits = number >= least && number <= most;
  return (
    <TextField
      label={label}
      inputMode="numeric"
      value={text}
      error={!fits}
      onChangeText={(next) => {
        setTyped(next);
        const read = /^\d{1,9}$/.test(next.trim()) ? Number(next) : Number.NaN;
        if (read >= least && read <= most) onChange(read);
      }}
      onBlur={() => setTyped(null)}
      style={{ width }}
    />
  );
}

/** A number with at most two decimals: what is typed halfway stays in the field, and only a number in range counts. */
import { useState } from "react";
import { TextField } from "../../ui/text-field";

interface Props {
  label: string;
  value: number;
  least: number;
  most: number;
  width?: number;
  onChange(value: number): void;
}

/** "2,5" and "2.5" are the same; null: no such number. */
export function readDecimal(text: string, least: number, most: number): number | null {
  if (!/^\d{1,6}([.,]\d{1,2})?$/.test(text.trim())) return null;
  const number = Number(text.trim().replace(",", "."));
  return number >= least && number <= most ? number : null;
}

export function DecimalField({ label, value, least, most, width = 180, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? String(value);
  return (
    <TextField
      label={label}
      inputMode="decimal"
      value={text}
      error={readDecimal(text, least, most) === null}
      onChangeText={(next) => {
        setTyped(next);
        const read = readDecimal(next, least, most);
        if (read !== null) onChange(read);
      }}
      onBlur={() => setTyped(null)}
      style={{ width }}
    />
  );
}

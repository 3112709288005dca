/**
 * A number with at most two decimals. It counts when it is left: of a mark that is typed the first digit would be another
 * mark, and let pass whoever hands in at that moment.
 */
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

/** "2,5" and "2.5" are the same; null: no such number. */
export function readDecimal(text: string, least: number, most: number): number | null {
  if (!/^\d{1,6}([.,]\d{1,2})?$/.test(text.trim())) return null;
  const number = Number(text.trim().replace(",", "."));
  return number >= least && number <= most ? number : null;
}

export function DecimalField({ label, value, least, most, width = 180, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? String(value);
  const leave = () => {
    const read = readDecimal(text, least, most);
    if (read !== null && read !== value) onChange(read);
    setTyped(null);
  };
  return (
    <TextField
      label={label}
      inputMode="decimal"
      value={text}
      error={readDecimal(text, least, most) === null}
      onChangeText={setTyped}
      onSubmitEditing={leave}
      onBlur={leave}
      style={{ width }}
    />
  );
}

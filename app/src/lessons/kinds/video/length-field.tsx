/** How long a film is that stands elsewhere: typed as `12:30`, or in minutes. */
import { sayPlace } from "@dawngate/core/lessons/seen";
import { useState } from "react";
import { TextField } from "../../../ui/text-field";

interface Props {
  seconds: number | null;
  onChange(seconds: number): void;
}

/** `12:30`, `1:02:03`, `7` (minutes); null: none of these. */
export function readLength(text: string): number | null {
  const found = /^(?:(\d{1,2}):)?(\d{1,3})(?::([0-5]\d))?$/.exec(text.trim());
  if (!found) return null;
  const [, first, second = "0", third] = found;
  // `12:30` is minutes and seconds: the first two groups, where there is no third.
  const seconds =
    third !== undefined
      ? Number(first ?? 0) * 3600 + Number(second) * 60 + Number(third)
      : first !== undefined
        ? Number(first) * 60 + Number(second)
        : Number(second) * 60;
  return seconds > 0 && seconds <= 86_400 ? seconds : null;
}

export function LengthField({ seconds, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && typed.trim() !== "" && readLength(typed) === null;
  return (
    <TextField
      label="Its length, as 12:30"
      value={typed ?? (seconds === null ? "" : sayPlace(seconds))}
      error={wrong}
      onChangeText={setTyped}
      onBlur={() => {
        const read = typed === null ? null : readLength(typed);
        if (read !== null) onChange(read);
        if (!wrong) setTyped(null);
      }}
      style={{ maxWidth: 220 }}
    />
  );
}

/** How long a film is that stands elsewhere: typed as `12:30`, or in minutes. */
import { readPlace, sayPlace } from "@dawngate/core/lessons/seen";
import { useState } from "react";
import { TextField } from "../../../ui/text-field";

interface Props {
  seconds: number | null;
  onChange(seconds: number): void;
}

/** `12:30`, `1:02:03`, `7` (minutes); null: none of these. */
export function readLength(text: string): number | null {
  const minutes = /^\d{1,3}$/.test(text.trim()) ? Number(text) * 60 : readPlace(text);
  return minutes !== null && minutes > 0 && minutes <= 86_400 ? minutes : null;
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

/** Choosing a picture: looked at here before it is sent; what is wrong with it is said beside it. */
import { useId, useState } from "react";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { CoverChoiceProps } from "./cover-choice";
import { readyPicture } from "./picture";

export function CoverChoice({ label, busy, onPicture }: CoverChoiceProps) {
  const palette = usePalette();
  const id = useId();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(null);
    setReading(true);
    const made = await readyPicture(file);
    setReading(false);
    if ("trouble" in made) setTrouble(`${file.name}: ${made.trouble}`);
    else onPicture(made.picture);
  };
  return (
    <div>
      <label htmlFor={id} style={{ display: "block", cursor: "pointer" }}>
        <Text kind="smallStrong" color={palette.dusk}>
          {label}
        </Text>
        <br />
        <input
          id={id}
          type="file"
          accept="image/jpeg,image/png,image/webp"
          disabled={busy || reading}
          aria-describedby={`${id}-trouble`}
          onChange={(event) => {
            const { target } = event;
            void take(target.files?.[0]).then(() => {
              // The same file may be chosen again.
              target.value = "";
            });
          }}
          style={{ marginTop: 8, minHeight: 44, maxWidth: "100%", color: palette.ink }}
        />
      </label>
      <div id={`${id}-trouble`} role="status">
        {busy || reading ? (
          <Text kind="small" color={palette.quiet}>
            Made ready and sent …
          </Text>
        ) : trouble ? (
          <Text kind="small" color={palette.ember}>
            {trouble}
          </Text>
        ) : null}
      </div>
    </div>
  );
}

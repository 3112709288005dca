/** Choosing a picture: looked at here before it is sent; what is wrong with it is said beside it. */
import { useState } from "react";
import { View } from "react-native";
import { FileButton } from "../files/lazy-files";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { CoverChoiceProps } from "./cover-choice";
import { readyPicture } from "./picture";

export function CoverChoice({ label, busy, onPicture }: CoverChoiceProps) {
  const { quiet, ember } = usePalette();
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
    <View style={{ gap: 8, alignItems: "flex-start" }}>
      <FileButton
        label={label}
        accept="image/jpeg,image/png,image/webp"
        busy={busy || reading}
        onFiles={([file]) => void take(file)}
      />
      <div role="status">
        {busy || reading ? (
          <Text kind="small" color={quiet}>
            Made ready and sent …
          </Text>
        ) : trouble ? (
          <Text kind="small" color={ember}>
            {trouble}
          </Text>
        ) : null}
      </div>
    </View>
  );
}

/** Choosing an iCalendar file: it is read and shown before anything is written. */
import { useState } from "react";
import { View } from "react-native";
import { FileButton } from "../files/lazy-files";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { CalendarFileProps } from "./calendar-file";

const MOST = 10 * 1024 * 1024;

export function CalendarFile({ busy, onFile }: CalendarFileProps) {
  const { ember } = usePalette();
  const [trouble, setTrouble] = useState<string | null>(null);
  return (
    <View style={{ gap: 8, alignItems: "flex-start" }}>
      <FileButton
        label="Closed days from an iCalendar file (.ics)"
        accept=".ics,text/calendar"
        busy={busy}
        onFiles={([file]) => {
          if (!file) return;
          const isLarge = file.size > MOST;
          setTrouble(isLarge ? `${file.name} is larger than 10 MB.` : null);
          if (!isLarge) onFile(file);
        }}
      />
      <div role="status">
        {trouble ? (
          <Text kind="small" color={ember}>
            {trouble}
          </Text>
        ) : null}
      </div>
    </View>
  );
}

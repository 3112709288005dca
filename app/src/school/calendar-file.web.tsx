/** Choosing an iCalendar file: it is read and shown before anything is written. */
import { useId, useState } from "react";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { CalendarFileProps } from "./calendar-file";

const MOST = 10 * 1024 * 1024;

export function CalendarFile({ busy, onFile }: CalendarFileProps) {
  const { dusk, ember, ink } = usePalette();
  const id = useId();
  const [trouble, setTrouble] = useState<string | null>(null);
  return (
    <div>
      <label htmlFor={id} style={{ display: "block", cursor: "pointer" }}>
        <Text kind="smallStrong" color={dusk}>
          Closed days from an iCalendar file (.ics)
        </Text>
        <br />
        <input
          id={id}
          type="file"
          accept=".ics,text/calendar"
          disabled={busy}
          onChange={({ target }) => {
            const file = target.files?.[0];
            if (!file) return;
            if (file.size > MOST) setTrouble(`${file.name} is larger than 10 MB.`);
            else {
              setTrouble(null);
              onFile(file);
            }
          }}
          style={{ marginTop: 8, minHeight: 44, maxWidth: "100%", color: ink }}
        />
      </label>
      <div role="status">
        {trouble ? (
          <Text kind="small" color={ember}>
            {trouble}
          </Text>
        ) : null}
      </div>
    </div>
  );
}

/** A place that things are dropped on, its edge marked while something hangs over it. In browsers only. */
import { type ReactNode, useState } from "react";
import { usePalette } from "../ui/theme";

interface Props {
  onDropped(what: DataTransfer): void;
  children: ReactNode;
}

export function DropPlace({ onDropped, children }: Props) {
  const { dusk, ink, line } = usePalette();
  const [over, setOver] = useState(false);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is for the mouse; the button within does the same
    <div
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        onDropped(event.dataTransfer as unknown as DataTransfer);
      }}
      style={{
        border: `2px dashed ${over ? dusk : line}`,
        borderRadius: 10,
        padding: 12,
        // The browser's own words within are written in it too.
        color: ink,
      }}
    >
      {children}
    </div>
  );
}

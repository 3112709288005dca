/** The focal point of a cover: pressed on the picture, or moved by two sliders. */
import { useState } from "react";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { FocusFieldProps } from "./focus-field";

const HEIGHT = 200;

export function FocusField({ url, cover, onFocus }: FocusFieldProps) {
  const palette = usePalette();
  const [moved, setMoved] = useState<{ x: number; y: number } | null>(null);
  const { x, y } = moved ?? cover;
  const keep = (next: { x: number; y: number }) => {
    setMoved(next);
    onFocus(next);
  };
  const slider = (axis: "x" | "y", label: string) => (
    <label style={{ display: "flex", alignItems: "center", gap: 8, minHeight: 44 }}>
      <span style={{ width: 64 }}>
        <Text kind="small">{label}</Text>
      </span>
      <input
        type="range"
        min={0}
        max={100}
        value={Math.round((moved ?? cover)[axis] * 100)}
        aria-label={`The point in sight, ${label.toLowerCase()}, in percent`}
        onChange={(event) => setMoved({ x, y, [axis]: Number(event.target.value) / 100 })}
        onPointerUp={() => moved && keep(moved)}
        onKeyUp={() => moved && keep(moved)}
        style={{ flex: 1, maxWidth: 240, accentColor: palette.dusk }}
      />
    </label>
  );
  return (
    <div>
      <button
        type="button"
        tabIndex={-1}
        aria-label="Press where the most important point is; the sliders below do the same"
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const part = (at: number, from: number, length: number) =>
            Math.min(1, Math.max(0, (at - from) / length));
          keep({
            x: part(event.clientX, box.left, box.width),
            y: part(event.clientY, box.top, box.height),
          });
        }}
        style={{
          position: "relative",
          display: "block",
          padding: 0,
          border: "none",
          background: "none",
          cursor: "crosshair",
          width: `min(100%, ${(HEIGHT * cover.width) / cover.height}px)`,
          aspectRatio: `${cover.width} / ${cover.height}`,
        }}
      >
        <img
          src={url}
          alt=""
          style={{ display: "block", width: "100%", height: "100%", borderRadius: 6 }}
        />
        <span
          aria-hidden
          style={{
            position: "absolute",
            left: `${x * 100}%`,
            top: `${y * 100}%`,
            width: 26,
            height: 26,
            margin: -15,
            borderRadius: 15,
            border: "2px solid #FFFFFF",
            outline: `2px solid ${palette.night}`,
          }}
        />
      </button>
      {slider("x", "Across")}
      {slider("y", "Down")}
    </div>
  );
}

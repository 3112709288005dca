/** The line of a film: what was seen of it, where one is, and a handle to go elsewhere. */
import { type Stretch, sayPlace } from "@dawngate/core/lessons/seen";
import { useId } from "react";
import { usePalette } from "../../ui/theme";

interface Props {
  at: number;
  length: number | null;
  seen: readonly Stretch[];
  onGo(seconds: number): void;
}

export function Progress({ at, length, seen, onGo }: Props) {
  const { frameMark, onFrameQuiet, onFrame } = usePalette();
  const id = useId().replaceAll(":", "");
  const whole = length ?? 0;
  const percent = (n: number) => (whole > 0 ? Math.min(100, (n / whole) * 100) : 0);
  return (
    <div style={{ position: "relative", height: 32 }} className={`line-${id}`}>
      <div style={{ ...LINE, background: onFrameQuiet, opacity: 0.35 }} />
      {seen.map(([from, to]) => (
        <div
          key={from}
          style={{
            ...LINE,
            left: `${percent(from)}%`,
            right: `${100 - percent(to)}%`,
            background: onFrameQuiet,
            opacity: 0.7,
          }}
        />
      ))}
      <div style={{ ...LINE, right: `${100 - percent(at)}%`, background: frameMark }} />
      <style>{`
        .line-${id} input { -webkit-appearance: none; appearance: none; background: transparent; }
        .line-${id} input::-webkit-slider-thumb { -webkit-appearance: none; width: 16px; height: 16px; border-radius: 8px; background: ${frameMark}; }
        .line-${id} input::-moz-range-thumb { width: 16px; height: 16px; border: none; border-radius: 8px; background: ${frameMark}; }
        .line-${id} input:focus-visible { outline: 2px solid ${onFrame}; outline-offset: -6px; border-radius: 8px; }
      `}</style>
      <input
        type="range"
        aria-label="Where it is"
        aria-valuetext={`${sayPlace(at)}${length === null ? "" : ` of ${sayPlace(length)}`}`}
        min={0}
        max={whole}
        step={1}
        value={Math.min(at, whole)}
        disabled={length === null}
        onChange={(event) => onGo(Number(event.target.value))}
        style={{ position: "absolute", inset: 0, width: "100%", margin: 0, cursor: "pointer" }}
      />
    </div>
  );
}

const LINE = {
  position: "absolute",
  left: 0,
  right: 0,
  top: 14,
  height: 4,
  borderRadius: 2,
} as const;

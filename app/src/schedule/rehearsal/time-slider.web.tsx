/** A slider over time: the browser's own, which fingers, keys and screen readers know. */
import { usePalette } from "../../ui/theme";
import type { TimeSliderProps } from "./time-slider";

const MINUTES_AN_HOUR = 60;

export function TimeSlider({ label, from, to, value, says, onChange }: TimeSliderProps) {
  const { dusk } = usePalette();
  return (
    <input
      type="range"
      aria-label={label}
      aria-valuetext={says}
      min={from}
      max={to}
      step={MINUTES_AN_HOUR}
      value={value}
      onChange={(event) => onChange(Number(event.target.value))}
      style={{ width: "100%", height: 44, accentColor: dusk }}
    />
  );
}

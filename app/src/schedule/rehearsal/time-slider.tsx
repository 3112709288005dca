/** A slider over time; without a browser's own, the steps beside it do it. */
export interface TimeSliderProps {
  label: string;
  /** Minutes since 1970. */
  from: number;
  to: number;
  value: number;
  says: string;
  onChange(minutes: number): void;
}

export function TimeSlider(_: TimeSliderProps) {
  return null;
}

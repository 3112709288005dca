/** How much of a film or a recording has to be seen before the lesson counts as done. */
import { Options } from "../../ui/options";

const SHARES = [
  { value: "", label: "as they say themselves" },
  { value: "0.5", label: "half of it was seen" },
  { value: "0.9", label: "90 % was seen" },
  { value: "1", label: "all of it was seen" },
] as const;

interface Props {
  needed: number | null;
  onChange(needed: number | null): void;
}

export function NeededField({ needed, onChange }: Props) {
  const value = needed === null ? "" : String(needed);
  const options = SHARES.some((one) => one.value === value)
    ? SHARES
    : [...SHARES, { value, label: `${Math.round((needed ?? 0) * 100)} % was seen` }];
  return (
    <Options
      label="Done when"
      says="It counts as done when"
      options={options}
      value={value}
      onChange={(next) => onChange(next === "" ? null : Number(next))}
    />
  );
}

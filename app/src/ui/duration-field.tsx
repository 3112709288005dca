/** So many days, weeks, months or years: a number and what it counts, written as ISO 8601 has it ("P2W"). */
import { parseOffset } from "@dawngate/core/time";
import { View } from "react-native";
import { NumberField } from "./number-field";
import { Options } from "./options";

const UNITS = [
  { value: "D", label: "days" },
  { value: "W", label: "weeks" },
  { value: "M", label: "months" },
  { value: "Y", label: "years" },
] as const;
export type Unit = (typeof UNITS)[number]["value"];

/** Number and unit of a duration; one of several units is told in days or months, as near as it can be. */
export function partsOfDuration(text: string): { count: number; unit: Unit } {
  const [, count, unit] = /^P(\d+)([DWMY])$/.exec(text) ?? [];
  if (count !== undefined) return { count: Number(count), unit: unit as Unit };
  const parsed = parseOffset(text);
  if (!parsed.ok || parsed.value.kind !== "date") return { count: 1, unit: "M" };
  const { months, days } = parsed.value;
  return months > 0 ? { count: months, unit: "M" } : { count: Math.max(1, days), unit: "D" };
}

interface Props {
  label: string;
  value: string;
  onChange(duration: string): void;
}

export function DurationField({ label, value, onChange }: Props) {
  const { count, unit } = partsOfDuration(value);
  return (
    <View
      role="group"
      aria-label={label}
      style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "center" }}
    >
      <NumberField
        label={label}
        value={count}
        least={1}
        most={1000}
        onChange={(next) => onChange(`P${next}${unit}`)}
      />
      <Options
        label={`${label}: what is counted`}
        options={UNITS}
        value={unit}
        onChange={(next) => onChange(`P${count}${next}`)}
      />
    </View>
  );
}

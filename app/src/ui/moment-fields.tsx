/** A date and a time of day, as fields of a phone that has no better of its own. */
import { TextInput } from "react-native-paper";

export interface FieldProps {
  label: string;
  /** `2027-03-05`, or `07:00`. */
  value: string;
  onChange(value: string): void;
}

export function DateField({ label, value, onChange }: FieldProps) {
  return (
    <TextInput
      mode="outlined"
      label={label}
      aria-label={label}
      value={value}
      onChangeText={onChange}
      placeholder="2027-03-05"
    />
  );
}

export function TimeField({ label, value, onChange }: FieldProps) {
  return (
    <TextInput
      mode="outlined"
      label={label}
      aria-label={label}
      value={value}
      onChangeText={onChange}
      placeholder="07:00"
    />
  );
}

/** A day up to which something holds, or none: switched on, it is typed. */
import { DateField } from "./moment-fields";
import { Switched } from "./switched";

interface Props {
  /** On or off. */
  label: string;
  says?: string;
  /** The day. */
  field: string;
  /** Null: none. */
  value: string | null;
  /** What stands there when it is switched on. */
  today: string;
  onChange(value: string | null): void;
}

export function DayOrNone({ label, says, field, value, today, onChange }: Props) {
  return (
    <>
      <Switched
        label={label}
        {...(says !== undefined && { says })}
        on={value !== null}
        onChange={(on) => onChange(on ? today : null)}
      />
      {value === null ? null : <DateField label={field} value={value} onChange={onChange} />}
    </>
  );
}

/** Days from one through another, both included, or always. The one that is moved past the other takes it along. */
import type { Offer } from "@dawngate/contract/sales";
import { View } from "react-native";
import { Given } from "../ui/given";
import { DateField } from "../ui/moment-fields";

type Days = NonNullable<Offer["window"]>;

interface Props {
  label: string;
  says?: string;
  /** What happens from the first day, and through the last: "Sold from", "Sold through". */
  from: string;
  through: string;
  value: Days | null;
  today: string;
  onChange(value: Days | null): void;
}

export function SomeDays({ label, says, from, through, value, today, onChange }: Props) {
  return (
    <Given
      label={label}
      {...(says !== undefined && { says })}
      value={value}
      usual={{ opens: today, closes: today }}
      onChange={onChange}
    >
      {({ opens, closes }) => (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
          <DateField
            label={from}
            value={opens}
            onChange={(day) => onChange({ opens: day, closes: day > closes ? day : closes })}
          />
          <DateField
            label={through}
            value={closes}
            onChange={(day) => onChange({ closes: day, opens: day < opens ? day : opens })}
          />
        </View>
      )}
    </Given>
  );
}

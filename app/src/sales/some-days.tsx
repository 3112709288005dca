/** Days from one through another, both included, or always. The one that is moved past the other takes it along. */
import type { Offer } from "@dawngate/contract/sales";
import { View } from "react-native";
import { DateField } from "../ui/moment-fields";
import { Switched } from "../ui/switched";

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
    <>
      <Switched
        label={label}
        {...(says !== undefined && { says })}
        on={value !== null}
        onChange={(on) => onChange(on ? { opens: today, closes: today } : null)}
      />
      {value ? (
        <View style={{ flexDirection: "row", gap: 12 }}>
          <DateField
            label={from}
            value={value.opens}
            onChange={(opens) =>
              onChange({ opens, closes: opens > value.closes ? opens : value.closes })
            }
          />
          <DateField
            label={through}
            value={value.closes}
            onChange={(closes) =>
              onChange({ closes, opens: closes < value.opens ? closes : value.opens })
            }
          />
        </View>
      ) : null}
    </>
  );
}

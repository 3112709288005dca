/** When something goes out: at once, or at a day and an hour of a zone. */
import {
  addDays,
  formatInstant,
  type Instant,
  instantAt,
  localDateAt,
  parseTimeOfDay,
  type Zone,
} from "@dawngate/core/time";
import { View } from "react-native";
import { Choice } from "./choice";
import { InstantFields } from "./instant-fields";
import { LabeledChoices } from "./labeled-choices";

interface Props {
  zone: Zone;
  /** Null: at once. */
  at: string | null;
  onAt(at: string | null): void;
}

export function GoesOut({ zone, at, onAt }: Props) {
  const tomorrow = () => {
    const nine = parseTimeOfDay("09:00");
    const day = addDays(localDateAt(zone, Date.now() as Instant), 1);
    if (nine.ok) onAt(formatInstant(instantAt(zone, day, nine.value)));
  };
  return (
    <>
      <LabeledChoices label="It goes out">
        <Choice label="at once" taken={at === null} onPress={() => onAt(null)} />
        <Choice label="on a day" taken={at !== null} onPress={() => at === null && tomorrow()} />
      </LabeledChoices>
      {at === null ? null : (
        <View style={{ flexDirection: "row", gap: 12 }}>
          <InstantFields
            labels={["Goes out on", "At"]}
            zone={zone}
            at={Date.parse(at) as Instant}
            onChange={onAt}
          />
        </View>
      )}
    </>
  );
}

/** The instant one looks at: now, a day and a time, or a step from where one is. */
import { sayZone } from "@dawngate/core/schedule/words";
import {
  addDays,
  formatInstant,
  type Instant,
  instantAt,
  localDateAt,
  type TimeOfDay,
  timeOfDayAt,
  type Zone,
} from "@dawngate/core/time";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { InstantFields } from "../../ui/instant-fields";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  zone: Zone;
  at: Instant;
  isNow: boolean;
  /** Null: now. */
  onChange(at: string | null): void;
  onClose(): void;
}

const STEPS: [string, number][] = [
  ["A week back", -7],
  ["A day back", -1],
  ["A day on", 1],
  ["A week on", 7],
];

export function WhenSheet({ zone, at, isNow, onChange, onClose }: Props) {
  const { quiet } = usePalette();
  const minute = (Math.floor(timeOfDayAt(zone, at) / 60_000) * 60_000) as TimeOfDay;
  const step = (days: number) =>
    onChange(formatInstant(instantAt(zone, addDays(localDateAt(zone, at), days), minute)));
  return (
    <Sheet title="Seen when?" onClose={onClose}>
      <View style={{ flexDirection: "row", gap: 12 }}>
        <InstantFields labels={["Day", "Time"]} zone={zone} at={at} onChange={onChange} />
      </View>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        <Choice label={isNow ? "Now (as shown)" : "Now"} onPress={() => onChange(null)} />
        {STEPS.map(([label, days]) => (
          <Choice key={label} label={label} onPress={() => step(days)} />
        ))}
      </View>
      <Text kind="small" color={quiet}>
        In {sayZone(zone.id)} time. On the horizon, the dark handle does the same: drag it, or move
        it with the arrow keys.
      </Text>
    </Sheet>
  );
}

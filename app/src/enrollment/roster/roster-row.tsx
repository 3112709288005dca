/** One person of the roster on a phone: who, how they stand, what is done, what opens next, when access ends. */
import type { RosterPerson } from "@dawngate/contract/roster";
import { sayWrittenInstant, sayZone } from "@dawngate/core/schedule/words";
import { type Zone, zoneOf } from "@dawngate/core/time";
import { memo, type ReactNode } from "react";
import { View } from "react-native";
import { Press } from "../../ui/press";
import { ShareBar } from "../../ui/share-bar";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { TickBox } from "../../ui/tick-box";
import { markOf, sayDay, sayLastDay, sayStanding } from "./say-standing";

interface Props {
  person: RosterPerson;
  /** The name of their cohort; null: they are in none. */
  cohort: string | null;
  /** The zone in which dates are counted; null: their own. */
  clock: string | null;
  marked: boolean;
  onMark(person: RosterPerson, on: boolean): void;
  onOpen(person: RosterPerson): void;
}

export const RosterRow = memo(function RosterRow(props: Props) {
  const { person, cohort, clock, marked, onMark, onOpen } = props;
  const { line, lilac } = usePalette();
  const zone = zoneOf(clock ?? person.timeZone);
  const { next } = person;
  return (
    <View
      style={{
        flexDirection: "row",
        alignItems: "center",
        gap: 8,
        borderBottomWidth: 1,
        borderBottomColor: line,
        backgroundColor: marked ? lilac : "transparent",
      }}
    >
      <TickBox
        label={`Mark ${person.name}`}
        checked={marked}
        onChange={(on) => onMark(person, on)}
      />
      <Press
        role="link"
        onPress={() => onOpen(person)}
        style={{ flex: 1, paddingVertical: 8, gap: 2 }}
      >
        <Text kind="strong">{person.name}</Text>
        <Quiet>
          {sayZone(person.timeZone)}, since {sayDay(person.enrolledAt, zone)}
          {cohort === null ? "" : `, cohort ${cohort}`}
        </Quiet>
        <View style={{ flexDirection: "row", alignItems: "center", gap: 10, flexWrap: "wrap" }}>
          <Standing person={person} zone={zone} />
          <Done {...person} />
        </View>
        <Quiet>
          {[
            next ? `${next.title}: ${sayWrittenInstant(next.opens, zone, false)}` : "no date ahead",
            person.until === null ? "no end" : `to ${sayLastDay(person.until, zone)}`,
          ].join(" · ")}
        </Quiet>
      </Press>
    </View>
  );
});

/** Words that stay behind. */
export function Quiet({ children }: { children: ReactNode }) {
  const { quiet } = usePalette();
  return (
    <Text kind="small" color={quiet} numberOfLines={1}>
      {children}
    </Text>
  );
}

export function Standing({ person, zone }: { person: RosterPerson; zone: Zone }) {
  return (
    <>
      <SunMark mark={markOf(person)} size={22} />
      <Text kind="small">{sayStanding(person, zone)}</Text>
    </>
  );
}

/** How much is done of what is required, as a bar and as figures. */
export function Done({ done, of }: RosterPerson) {
  const { leaf, line } = usePalette();
  if (of === 0) return <Text kind="small">nothing is required</Text>;
  return (
    <>
      <View aria-hidden style={{ width: 64 }}>
        <ShareBar share={done / of} height={8} color={leaf} ground={line} />
      </View>
      <Text kind="small">
        {done} of {of}
      </Text>
    </>
  );
}

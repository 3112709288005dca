/** One person of the roster: who, how they stand, what is done, what opens next, when access ends. */
import type { RosterPerson } from "@dawngate/contract/roster";
import { sayWrittenInstant, sayZone } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { memo, type ReactNode } from "react";
import { View } from "react-native";
import { Icon } from "../../ui/icon";
import { Press } from "../../ui/press";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { markOf, sayDay, sayLastDay, sayStanding } from "./say-standing";

/** The widths of the columns beside the name, on a wide screen. */
export const COLUMNS = { now: 190, done: 150, next: 220, ends: 120, seen: 110 } as const;
/** About how tall a row is. */
export const ROW = { wide: 62, phone: 92 };

interface Props {
  person: RosterPerson;
  /** The name of their cohort; null: they are in none. */
  cohort: string | null;
  /** The zone in which dates are counted; null: their own. */
  clock: string | null;
  marked: boolean;
  wide: boolean;
  onMark(person: RosterPerson, on: boolean): void;
  onOpen(person: RosterPerson): void;
}

export const RosterRow = memo(function RosterRow(props: Props) {
  const { person, cohort, clock, marked, wide, onMark, onOpen } = props;
  const { quiet, line, dusk, lilac } = usePalette();
  const zone = zoneOf(clock ?? person.timeZone);
  const { next } = person;
  const opens = next && sayWrittenInstant(next.opens, zone, false);
  const until = person.until === null ? "No end" : sayLastDay(person.until, zone);
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
      <Press
        role="checkbox"
        aria-checked={marked}
        aria-label={`Mark ${person.name}`}
        onPress={() => onMark(person, !marked)}
        style={{ width: 44, height: 44, alignItems: "center", justifyContent: "center" }}
      >
        <Icon
          name={marked ? "checkbox-marked" : "checkbox-blank-outline"}
          size={22}
          color={marked ? dusk : quiet}
        />
      </Press>
      <Press
        role="link"
        onPress={() => onOpen(person)}
        style={{
          flex: 1,
          paddingVertical: 8,
          minHeight: wide ? ROW.wide : 44,
          flexDirection: wide ? "row" : "column",
          alignItems: wide ? "center" : "stretch",
          gap: wide ? 12 : 2,
        }}
      >
        <View style={wide ? { flex: 1, minWidth: 0 } : null}>
          <Text kind="strong">{person.name}</Text>
          <Text kind="small" color={quiet} numberOfLines={wide ? 1 : undefined}>
            {sayZone(person.timeZone)}, since {sayDay(person.enrolledAt, zone)}
            {cohort === null ? "" : `, cohort ${cohort}`}
          </Text>
        </View>
        {wide ? (
          <>
            <Cell width={COLUMNS.now}>
              <Standing person={person} zone={zone} />
            </Cell>
            <Cell width={COLUMNS.done}>
              <Done {...person} />
            </Cell>
            <Cell width={COLUMNS.next}>
              <View style={{ flex: 1 }}>
                <Text kind="small" numberOfLines={1}>
                  {next?.title ?? ""}
                </Text>
                <Text kind="small" color={quiet}>
                  {opens ?? "no date ahead"}
                </Text>
              </View>
            </Cell>
            <Cell width={COLUMNS.ends}>
              <Text kind="small">{until}</Text>
            </Cell>
            <Cell width={COLUMNS.seen}>
              <Text kind="small" color={quiet}>
                {person.seenAt === null ? "never" : sayDay(person.seenAt, zone)}
              </Text>
            </Cell>
          </>
        ) : (
          <>
            <View style={{ flexDirection: "row", alignItems: "center", gap: 10, flexWrap: "wrap" }}>
              <Standing person={person} zone={zone} />
              <Done {...person} />
            </View>
            <Text kind="small" color={quiet}>
              {[
                next ? `${next.title}: ${opens}` : "no date ahead",
                person.until === null ? "no end" : `to ${until}`,
              ].join(" · ")}
            </Text>
          </>
        )}
      </Press>
    </View>
  );
});

function Cell({ width, children }: { width: number; children: ReactNode }) {
  return (
    <View style={{ width, flexDirection: "row", alignItems: "center", gap: 8 }}>{children}</View>
  );
}

function Standing({ person, zone }: { person: RosterPerson; zone: ReturnType<typeof zoneOf> }) {
  return (
    <>
      <SunMark mark={markOf(person)} size={22} />
      <Text kind="small">{sayStanding(person, zone)}</Text>
    </>
  );
}

/** How much is done of what is required, as a bar and as figures. */
function Done({ done, of }: RosterPerson) {
  const { leaf, line } = usePalette();
  if (of === 0) return <Text kind="small">nothing is required</Text>;
  return (
    <>
      <View
        aria-hidden
        style={{ width: 64, height: 8, borderRadius: 4, backgroundColor: line, overflow: "hidden" }}
      >
        <View style={{ width: `${(100 * done) / of}%`, height: 8, backgroundColor: leaf }} />
      </View>
      <Text kind="small">
        {done} of {of}
      </Text>
    </>
  );
}

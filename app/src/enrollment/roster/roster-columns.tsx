/** The columns of a course's people: who, on the horizon, how they stand, what is done, what opens next, when it ends. */
import type { OwnField } from "@dawngate/contract/own-fields";
import type { RosterOrder, RosterPerson } from "@dawngate/contract/roster";
import { sayShortDate, sayWrittenInstant, sayZone } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, type Zone, zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { ownColumns } from "../../people/fields/own-columns";
import { type LineRange, PersonLine } from "../../schedule/horizon/person-line";
import { Press } from "../../ui/press";
import type { TableColumn } from "../../ui/table/columns";
import { Text } from "../../ui/text";
import { Done, Quiet, Standing } from "./roster-row";
import { sayDay, sayLastDay, sayStanding } from "./say-standing";

interface Setting {
  range: LineRange;
  /** The zone in which dates are counted; null: each person's own. */
  clock: string | null;
  cohortOf(person: RosterPerson): string | null;
  /** The school's own. */
  fields: readonly OwnField[];
  onOpen(person: RosterPerson): void;
}

/** How wide the horizon of a row is drawn. */
const LINE = 200;

const read = (text: string | null) => (text === null ? null : Date.parse(text));

/** What a person's line is drawn from. */
export const linePoints = ({ from, until, openings }: RosterPerson) => ({
  from: read(from),
  until: read(until),
  openings: openings.map((opens) => Date.parse(opens)),
});

export function rosterColumns({
  range,
  clock,
  cohortOf,
  fields,
  onOpen,
}: Setting): TableColumn<RosterPerson, RosterOrder>[] {
  const zoneFor = (person: RosterPerson): Zone => zoneOf(clock ?? person.timeZone);
  const day = (instant: number) =>
    sayShortDate(localDateAt(zoneOf(clock ?? "UTC"), instant as Instant));
  return [
    {
      id: "person",
      title: "Person",
      order: "name",
      always: true,
      cell: (person) => {
        const cohort = cohortOf(person);
        return (
          <Press role="link" onPress={() => onOpen(person)} style={{ justifyContent: "center" }}>
            <Text kind="strong" numberOfLines={1}>
              {person.name}
            </Text>
            <Quiet>
              {sayZone(person.timeZone)}, since {sayDay(person.enrolledAt, zoneFor(person))}
              {cohort === null ? "" : `, cohort ${cohort}`}
            </Quiet>
          </Press>
        );
      },
      text: ({ name }) => name,
    },
    {
      id: "zone",
      title: "Time zone",
      width: 150,
      hidden: true,
      cell: ({ timeZone }) => <Text kind="small">{sayZone(timeZone)}</Text>,
      text: ({ timeZone }) => timeZone,
    },
    {
      id: "cohort",
      title: "Cohort",
      width: 120,
      hidden: true,
      cell: (person) => <Text kind="small">{cohortOf(person) ?? "none"}</Text>,
      text: cohortOf,
    },
    {
      id: "line",
      title: `Horizon, ${day(range.from)} to ${day(range.to)}`,
      width: LINE + 16,
      cell: (person) => (
        <PersonLine
          {...linePoints(person)}
          range={range}
          shut={person.standing === "paused" || person.standing === "suspended"}
          width={LINE}
        />
      ),
    },
    {
      id: "now",
      title: "Now",
      width: 174,
      cell: (person) => (
        <View style={{ flexDirection: "row", alignItems: "center", gap: 8 }}>
          <Standing person={person} zone={zoneFor(person)} />
        </View>
      ),
      text: (person) => sayStanding(person, zoneFor(person)),
    },
    {
      id: "done",
      title: "Done",
      width: 138,
      cell: (person) => (
        <View style={{ flexDirection: "row", alignItems: "center", gap: 8 }}>
          <Done {...person} />
        </View>
      ),
      text: ({ done, of }) => (of === 0 ? null : `${done} of ${of}`),
    },
    {
      id: "next",
      title: "Opens next",
      order: "next",
      width: 180,
      cell: (person) =>
        person.next ? (
          <View>
            <Text kind="small" numberOfLines={1}>
              {person.next.title}
            </Text>
            <Quiet>{sayWrittenInstant(person.next.opens, zoneFor(person), false)}</Quiet>
          </View>
        ) : (
          <Quiet>no date ahead</Quiet>
        ),
      text: ({ next }) => next?.opens ?? null,
    },
    {
      id: "ends",
      title: "Access ends",
      order: "ends",
      width: 122,
      cell: (person) => (
        <Text kind="small">
          {person.until === null ? "No end" : sayLastDay(person.until, zoneFor(person))}
        </Text>
      ),
      text: ({ until }) => until,
    },
    {
      id: "seen",
      title: "Here last",
      order: "seen",
      width: 100,
      cell: (person) => (
        <Quiet>{person.seenAt === null ? "never" : sayDay(person.seenAt, zoneFor(person))}</Quiet>
      ),
      text: ({ seenAt }) => seenAt,
    },
    {
      id: "enrolled",
      title: "Enrolled",
      width: 110,
      order: "enrolled",
      hidden: true,
      cell: (person) => <Text kind="small">{sayDay(person.enrolledAt, zoneFor(person))}</Text>,
      text: ({ enrolledAt }) => enrolledAt,
    },
    ...ownColumns<RosterPerson, RosterOrder>(fields),
  ];
}

/** The cohorts of a course: a table where there is room, with their days on one horizon; else one below the other. */
import type { Cohort, Course } from "@dawngate/contract/courses";
import type { WayInSet } from "@dawngate/contract/ways-in";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { addDays, formatDate, parseDate } from "@dawngate/core/time";
import type { ReactNode } from "react";
import { View } from "react-native";
import { sayWritten, writtenColumns } from "../people/fields/written";
import { CohortLine, daysOf, sayRange } from "../schedule/horizon/cohort-line";
import { QuietAction } from "../ui/action";
import type { TableColumn } from "../ui/table/columns";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { SeatsBar } from "./seats-bar";
import { sayDoor, sayWayIn } from "./ways-in/say-way-in";

/** A cohort with how many are in it. */
type Counted = Cohort & Pick<Course["cohorts"][number], "people" | "written">;

interface CohortsProps {
  cohorts: readonly Counted[];
  today: string;
  /** Who leads one; null: not for whoever looks. */
  leaders: ((cohort: Counted) => ReactNode) | null;
  /** How people come into each, with how many are at its door. */
  ways: readonly WayInSet[];
  /** Where those are. */
  door: string;
  /** Null: not for whoever looks. */
  acts: Acts | null;
}

interface Acts {
  onChange(cohort: Counted): void;
  onNext(cohort: Counted): void;
  onWay(cohort: Counted): void;
}

/** How wide a cohort's horizon is drawn in the table. */
const LINE = 230;

export function Cohorts({ cohorts, today, leaders, ways, door, acts }: CohortsProps) {
  const range = daysOf(cohorts, today);
  const wayOf = ({ id }: Counted) => ways.find(({ cohort }) => cohort === id);
  const columns: TableColumn<Counted>[] = [
    {
      id: "name",
      title: "Cohort",
      always: true,
      cell: (cohort) => (
        <View>
          <Text kind="strong">{cohort.name}</Text>
          <Text kind="small">{sayCohort(cohort, today)}</Text>
        </View>
      ),
      text: ({ name }) => name,
    },
    {
      id: "line",
      title: sayRange(range),
      width: LINE + 16,
      cell: (cohort) => <CohortLine days={cohort} range={range} width={LINE} />,
    },
    {
      id: "starts",
      title: "First day",
      width: 120,
      cell: ({ starts }) => <Text kind="small">{sayWrittenDate(starts)}</Text>,
      text: ({ starts }) => starts,
    },
    {
      id: "ends",
      title: "Last day",
      width: 120,
      cell: ({ ends }) => <Text kind="small">{sayWrittenDate(ends)}</Text>,
      text: ({ ends }) => ends,
    },
    {
      id: "window",
      title: "Enrolling",
      width: 200,
      hidden: true,
      cell: (cohort) => <Text kind="small">{sayWindow(cohort)}</Text>,
      text: sayWindow,
    },
    {
      id: "seats",
      title: "Seats",
      width: 150,
      cell: (cohort) => (
        <View style={{ gap: 4 }}>
          <Text kind="small">{saySeats(cohort)}</Text>
          {cohort.seats === null ? null : <SeatsBar taken={cohort.people} seats={cohort.seats} />}
          <AtDoor way={wayOf(cohort)} door={door} />
        </View>
      ),
      text: saySeats,
    },
    ...writtenColumns<Counted, never>(cohorts),
    ...(leaders ? [{ id: "leaders", title: "Led by", width: 170, cell: leaders }] : []),
    ...(acts
      ? [
          {
            id: "change",
            title: "Change it",
            width: 180,
            always: true,
            cell: (cohort: Counted) => <CohortActs cohort={cohort} acts={acts} />,
          },
        ]
      : []),
  ];
  return (
    <Table
      label="Cohorts"
      name="cohorts"
      columns={columns}
      rows={cohorts}
      of={cohorts.length}
      keyOf={({ id }) => id}
      height={{ wide: acts ? 148 : 104, phone: 240 }}
      onEnd={() => undefined}
      phone={(cohort) => (
        <CohortRow
          cohort={cohort}
          people={cohort.people}
          today={today}
          way={wayOf(cohort)}
          door={door}
          acts={acts}
        >
          {leaders?.(cohort)}
        </CohortRow>
      )}
    />
  );
}

/** Who is at its door, led to. */
function AtDoor({ way, door }: { way: WayInSet | undefined; door: string }) {
  const says = way ? sayDoor(way) : "";
  return says === "" ? null : <TextLink href={door}>{says}</TextLink>;
}

function CohortActs({ cohort, acts }: { cohort: Counted; acts: Acts }) {
  const act = (label: string, says: string, onPress: (cohort: Counted) => void) => (
    <QuietAction label={label} says={says} tight onPress={() => onPress(cohort)} />
  );
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 8 }}>
      {act("Change", `Change ${cohort.name}`, acts.onChange)}
      {act("Ways in", `Ways in: ${cohort.name}`, acts.onWay)}
      {act("Make the next", `Make the next from ${cohort.name}`, acts.onNext)}
    </View>
  );
}

const sayWindow = ({ window }: Cohort) =>
  window ? `${sayWrittenDate(window.opens)} to ${sayWrittenDate(window.closes)}` : "at any time";
const saySeats = ({ people, seats }: Counted) =>
  seats === null ? `${people} people` : `${people} of ${seats}`;

/** What a cohort is on a day, and what that means for the people in it. */
export function sayCohort(
  { starts, ends, grace }: Pick<Cohort, "starts" | "ends" | "grace">,
  today: string,
): string {
  if (today < starts)
    return `Enrolled, not yet started: access begins on ${sayWrittenDate(starts)}`;
  if (today <= ends) return `Running until ${sayWrittenDate(ends)}`;
  const ended = `Ended on ${sayWrittenDate(ends)}`;
  if (grace === null) return `${ended}; access goes on`;
  if (grace === 0) return `${ended}; access ended with it`;
  const end = parseDate(ends);
  const last = end.ok ? formatDate(addDays(end.value, grace)) : ends;
  return today <= last
    ? `In its days of grace: ended on ${sayWrittenDate(ends)}, access goes on until ${sayWrittenDate(last)}`
    : `${ended}; access ended on ${sayWrittenDate(last)}`;
}

function CohortRow({
  cohort,
  people,
  today,
  way,
  door,
  acts,
  children,
}: {
  cohort: Counted;
  people: number;
  today: string;
  way: WayInSet | undefined;
  door: string;
  acts: Acts | null;
  children?: ReactNode;
}) {
  const { line, quiet } = usePalette();
  const { window, seats } = cohort;
  return (
    <View style={{ borderTopWidth: 1, borderTopColor: line, paddingTop: 14, gap: 4 }}>
      <Text kind="heading" level={2}>
        {cohort.name}
      </Text>
      <Text kind="strong">{sayCohort(cohort, today)}</Text>
      <Text kind="small" color={quiet}>
        {sayWrittenDate(cohort.starts)} to {sayWrittenDate(cohort.ends)} ·{" "}
        {window
          ? `enrolling ${sayWrittenDate(window.opens)} to ${sayWrittenDate(window.closes)}`
          : "enrolling at any time"}{" "}
        · {seats === null ? `${people} people, no limit` : `${people} of ${seats} seats`}
      </Text>
      {cohort.written.length === 0 ? null : (
        <Text kind="small" color={quiet}>
          {sayWritten(cohort)}
        </Text>
      )}
      {seats === null ? null : <SeatsBar taken={people} seats={seats} />}
      {way ? (
        <Text kind="small" color={quiet}>
          {sayWayIn(way)}
        </Text>
      ) : null}
      <AtDoor way={way} door={door} />
      {children}
      {acts ? <CohortActs cohort={cohort} acts={acts} /> : null}
    </View>
  );
}

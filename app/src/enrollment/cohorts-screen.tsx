/** A course's cohorts: window, dates, seats, and what each of them is today, in words. */

import type { Cohort } from "@dawngate/contract/courses";
import type { NewCohort } from "@dawngate/contract/enrollment";
import type { Members } from "@dawngate/contract/staff";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { formatDate, type Instant, localDateAt, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams } from "expo-router";
import { type ReactNode, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { useGetCourseQuery } from "../courses/api";
import { CourseFrame } from "../frame/course-frame";
import { ChangeSheet } from "../review/change-sheet";
import { CohortLine, daysOf, sayRange } from "../schedule/horizon/cohort-line";
import { useGetSchoolQuery } from "../school/api";
import { useMay } from "../school/may";
import { useAssignCohortsMutation, useGetMembersQuery } from "../school/staff-api";
import { explain, faultsOf } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { DateField } from "../ui/moment-fields";
import { Notice } from "../ui/notice";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import type { TableColumn } from "../ui/table/columns";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useChangeCohortMutation, useCreateCohortMutation } from "./api";
import { COHORTS } from "./places";
import { type Proposed, proposedCohort } from "./proposed-cohort";
import { SeatsBar } from "./seats-bar";

export function CohortsScreen() {
  const place = useLocalSearchParams() as InCourse;
  const { data, error, refetch } = useGetCourseQuery(place, { refetchOnMountOrArgChange: true });
  const { data: school, error: away } = useGetSchoolQuery({ school: place.school });
  const mayChange = useMay(place.school)("cohorts.change");
  // Who leads which comes with the rest: rows that grew later would move what one is about to press.
  const members = useGetMembersQuery({ school: place.school }, { skip: !mayChange });
  const [editing, setEditing] = useState<Cohort | "new" | null>(null);
  const { quiet } = usePalette();
  const today = formatDate(localDateAt(zoneOf(school?.timeZone ?? "UTC"), Date.now() as Instant));
  return (
    <CourseFrame at={place} title={data?.title} here={COHORTS} full>
      {data && school && !members.isLoading ? (
        <>
          {data.cohorts.length === 0 ? (
            <Text color={quiet}>
              A cohort is a group that goes through the course on the same dates. This course has
              none: everybody begins when they enroll.
            </Text>
          ) : null}
          {data.cohorts.length > 0 ? (
            <Cohorts
              cohorts={data.cohorts}
              today={today}
              leaders={
                mayChange
                  ? (cohort) => (
                      <Leaders
                        school={place.school}
                        cohort={cohort.id}
                        members={members.data?.members ?? []}
                      />
                    )
                  : null
              }
              onChange={mayChange ? setEditing : null}
            />
          ) : null}
          {mayChange ? (
            <QuietAction label="Make a cohort" onPress={() => setEditing("new")} />
          ) : null}
          {editing !== null ? (
            <CohortSheet
              place={place}
              cohort={editing === "new" ? null : editing}
              proposed={proposedCohort(school, data, today)}
              onClose={() => setEditing(null)}
            />
          ) : null}
        </>
      ) : (error ?? away) ? (
        <Notice {...explain(error ?? away)} onRetry={refetch} />
      ) : (
        <Skeleton widths={[0.6, 0.5]} />
      )}
    </CourseFrame>
  );
}

/** A cohort with how many are in it. */
type Counted = Cohort & { people: number };

interface CohortsProps {
  cohorts: readonly Counted[];
  today: string;
  /** Who leads one; null: not for whoever looks. */
  leaders: ((cohort: Counted) => ReactNode) | null;
  onChange: ((cohort: Counted) => void) | null;
}

/** How wide a cohort's horizon is drawn in the table. */
const LINE = 230;

/** All of a course: a table where there is room, with their days on one horizon. */
function Cohorts({ cohorts, today, leaders, onChange }: CohortsProps) {
  const range = daysOf(cohorts, today);
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
        </View>
      ),
      text: saySeats,
    },
    ...(leaders ? [{ id: "leaders", title: "", width: 170, cell: leaders }] : []),
    ...(onChange
      ? [
          {
            id: "change",
            title: "",
            width: 110,
            always: true,
            cell: (cohort: Counted) => (
              <QuietAction
                label="Change"
                says={`Change ${cohort.name}`}
                tight
                onPress={() => onChange(cohort)}
              />
            ),
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
      height={{ wide: 104, phone: 240 }}
      onEnd={() => undefined}
      phone={(cohort) => (
        <CohortRow
          cohort={cohort}
          people={cohort.people}
          today={today}
          {...(onChange && { onChange: () => onChange(cohort) })}
        >
          {leaders?.(cohort)}
        </CohortRow>
      )}
    />
  );
}

const sayWindow = ({ window }: Cohort) =>
  window ? `${sayWrittenDate(window.opens)} to ${sayWrittenDate(window.closes)}` : "at any time";
const saySeats = ({ people, seats }: Counted) =>
  seats === null ? `${people} people` : `${people} of ${seats}`;

/** What a cohort is on a day, and what that means for the people in it. */
export function sayCohort({ starts, ends, grace }: Cohort, today: string): string {
  if (today < starts)
    return `Enrolled, not yet started: access begins on ${sayWrittenDate(starts)}`;
  if (today <= ends) return `Running until ${sayWrittenDate(ends)}`;
  return `Ended on ${sayWrittenDate(ends)}${
    grace === null
      ? "; access goes on"
      : grace === 0
        ? "; access ended with it"
        : `; access goes on for ${grace} ${grace === 1 ? "day" : "days"}`
  }`;
}

function CohortRow({
  cohort,
  people,
  today,
  onChange,
  children,
}: {
  cohort: Cohort;
  people: number;
  today: string;
  onChange?: () => void;
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
      {seats === null ? null : <SeatsBar taken={people} seats={seats} />}
      {children}
      {onChange ? (
        <QuietAction label="Change" says={`Change ${cohort.name}`} onPress={onChange} />
      ) : null}
    </View>
  );
}

/** The instructors who lead a cohort, and see its people and no others. */
function Leaders({
  school,
  cohort,
  members,
}: {
  school: string;
  cohort: string;
  members: Members["members"];
}) {
  const [assign, { error }] = useAssignCohortsMutation();
  const { quiet } = usePalette();
  const instructors = members.filter(({ role }) => role === "instructor");
  if (instructors.length === 0) return null;
  return (
    <View style={{ gap: 6, paddingVertical: 6 }}>
      <Text kind="small" color={quiet}>
        Led by
      </Text>
      <Choices label="Led by" many>
        {instructors.map(({ id, name, cohorts }) => {
          const leads = cohorts.includes(cohort);
          const next = leads ? cohorts.filter((one) => one !== cohort) : [...cohorts, cohort];
          return (
            <Choice
              key={id}
              many
              label={name}
              taken={leads}
              onPress={() => assign({ school, member: id, body: { cohorts: next } })}
            />
          );
        })}
      </Choices>
      {error ? <Notice {...explain(error)} /> : null}
    </View>
  );
}

function CohortSheet({
  place,
  cohort,
  proposed,
  onClose,
}: {
  place: InCourse;
  cohort: Cohort | null;
  /** The dates of a new one. */
  proposed: Proposed;
  onClose(): void;
}) {
  const { ember, quiet } = usePalette();
  const [name, setName] = useState(cohort?.name ?? "");
  const [starts, setStarts] = useState(cohort?.starts ?? proposed.starts);
  const [ends, setEnds] = useState(cohort?.ends ?? proposed.ends);
  const [opens, setOpens] = useState(cohort?.window?.opens ?? proposed.opens);
  const [closes, setCloses] = useState(cohort?.window?.closes ?? proposed.closes);
  const [grace, setGrace] = useState(cohort ? String(cohort.grace ?? "") : "0");
  const [seats, setSeats] = useState(cohort?.seats == null ? "" : String(cohort.seats));
  const [create, creating] = useCreateCohortMutation();
  const [change, changing] = useChangeCohortMutation();
  const error = creating.error ?? changing.error;
  const faults = faultsOf(error);
  const number = (text: string) => (text.trim() === "" ? null : Number(text));
  const wanted: NewCohort = {
    name: name.trim(),
    window: { opens, closes },
    starts,
    ends,
    grace: number(grace),
    seats: number(seats),
  };
  const [looking, setLooking] = useState(false);
  const keep = async () => {
    const answer = cohort
      ? await change({ ...place, cohort: cohort.id, body: wanted })
      : await create({ ...place, body: wanted });
    if ("data" in answer) onClose();
    else setLooking(false);
  };
  // What moves nobody's dates needs no looking at: a name, a window, seats.
  const moves =
    cohort !== null &&
    (starts !== cohort.starts || ends !== cohort.ends || wanted.grace !== cohort.grace);
  const submit = () => (moves ? setLooking(true) : keep());
  const wrong = (path: string) =>
    faults[path] ? (
      <Text kind="small" color={ember} role="alert">
        {faults[path]}
      </Text>
    ) : null;
  const input = (label: string, value: string, onChange: (text: string) => void) => (
    <TextField label={label} value={value} onChangeText={onChange} style={{ flex: 1 }} />
  );
  // In place of this sheet, which keeps what is typed.
  if (looking && cohort)
    return (
      <ChangeSheet
        title={`What changes for cohort ${cohort.name}`}
        change={{ kind: "cohort", place, cohort: cohort.id, set: wanted }}
        error={changing.error}
        busy={changing.isLoading}
        onKeep={keep}
        onClose={() => setLooking(false)}
      />
    );
  return (
    <Sheet title={cohort ? `Cohort ${cohort.name}` : "A new cohort"} onClose={onClose}>
      {error && Object.keys(faults).length === 0 ? <Notice {...explain(error)} /> : null}
      <View style={{ flexDirection: "row" }}>{input("Name", name, setName)}</View>
      {wrong("name")}
      <View style={{ flexDirection: "row", gap: 12 }}>
        <DateField label="First day" value={starts} onChange={setStarts} />
        <DateField label="Last day" value={ends} onChange={setEnds} />
      </View>
      {wrong("starts")}
      {wrong("ends")}
      {ends < starts && !faults.ends ? (
        <Text kind="small" color={ember} role="alert">
          The cohort ends before it starts
        </Text>
      ) : cohort === null && starts === proposed.starts && ends === proposed.ends ? (
        <Text kind="small" color={quiet}>
          {proposed.last === null
            ? "It begins on a Monday, in two weeks at the earliest, so that people can come in."
            : `It begins on a Monday, so that people can come in before, and ends a week after “${proposed.last}”, which opens last.`}
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", gap: 12 }}>
        <DateField label="Enrolling from" value={opens} onChange={setOpens} />
        <DateField label="Enrolling through" value={closes} onChange={setCloses} />
      </View>
      {wrong("window.closes")}
      {closes < opens && !faults["window.closes"] ? (
        <Text kind="small" color={ember} role="alert">
          Enrolling ends before it begins.
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", gap: 12 }}>
        {input("Days of access after the end", grace, setGrace)}
        {input("Seats, or no limit", seats, setSeats)}
      </View>
      {wrong("grace")}
      {wrong("seats")}
      <PrimaryAction
        label={cohort ? (moves ? "See what it does" : "Keep") : "Make the cohort"}
        onPress={submit}
        busy={creating.isLoading || changing.isLoading}
      />
    </Sheet>
  );
}

/** The people of a school, by name, with what they hold and how they stand in it. */
import type { OwnField } from "@dawngate/contract/own-fields";
import type { Everyone } from "@dawngate/contract/people";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { memo, useCallback, useMemo, useState } from "react";
import { View } from "react-native";
import { sayLastDay } from "../enrollment/roster/say-standing";
import { explain } from "../store/api";
import { everyPage } from "../store/every-page";
import { useGoOnWhileEmpty } from "../store/go-on-while-empty";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Empty } from "../ui/empty";
import { LabeledChoices } from "../ui/labeled-choices";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { SearchField } from "../ui/search-field";
import { useSettled } from "../ui/settled";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { type Mark, SunMark } from "../ui/sun-mark";
import type { TableColumn } from "../ui/table/columns";
import { Table } from "../ui/table/table";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { ownZone } from "../ui/zone";
import { useGetEveryoneInfiniteQuery, useLazyFindEveryoneQuery } from "./api";
import {
  type AnswerNarrowed,
  NarrowByAnswer,
  narrowing,
  ownColumns,
  sayNarrowed,
} from "./fields/own-columns";
import { useGetOwnFieldsQuery } from "./fields/staff-api";

type Person = Everyone["people"][number];
const NO_FIELDS: readonly OwnField[] = [];
const NO_SUBJECTS: readonly string[] = [];

export function EveryoneScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { quiet } = usePalette();
  const [typed, setTyped] = useState("");
  const [answer, setAnswer] = useState<AnswerNarrowed>(null);
  const [interest, setInterest] = useState<string | null>(null);
  const [narrowed, setNarrowed] = useState(false);
  const { data: own } = useGetOwnFieldsQuery({ school });
  const fields = own?.fields ?? NO_FIELDS;
  const find = useSettled(typed.trim(), 200);
  const asked = {
    ...{ school, find, interest },
    ...{ field: answer?.field ?? null, says: answer?.says ?? null },
  };
  const { data, error, refetch, isFetching, hasNextPage, fetchNextPage } =
    useGetEveryoneInfiniteQuery({ ...asked }, { refetchOnMountOrArgChange: true });
  const [ask] = useLazyFindEveryoneQuery();
  const router = useRouter();
  const open = useCallback(
    ({ id }: Person) => router.push(`/${school}/people/${encodeURIComponent(id)}`),
    [router, school],
  );
  const columns = useMemo(
    () => [...columnsOf(open), ...ownColumns<Person, "name">(fields)],
    [open, fields],
  );
  async function* all() {
    const pages = everyPage((after) => ask({ ...asked, after, most: 200 }).unwrap());
    for await (const page of pages) yield page.people;
  }
  const people = data?.pages.flatMap((page) => page.people) ?? [];
  const subjects = data?.pages[0]?.subjects ?? NO_SUBJECTS;
  const narrowedTo = [sayNarrowed(fields, answer), interest].filter((one) => one !== null);
  useGoOnWhileEmpty(data?.pages.at(-1)?.people.length === 0, {
    isFetching,
    hasNextPage,
    error,
    fetchNextPage,
  });
  return (
    <Page title="People" full dense>
      <View style={{ flexDirection: "row", gap: 8, alignItems: "center" }}>
        <View style={{ flex: 1 }}>
          <SearchField label="Find somebody" value={typed} onChange={setTyped} />
        </View>
        {narrowing(fields).length === 0 && subjects.length === 0 ? null : (
          <QuietAction
            label={narrowedTo.length === 0 ? "Narrow it" : narrowedTo.join(", ")}
            onPress={() => setNarrowed(true)}
          />
        )}
      </View>
      {narrowed ? (
        <Sheet title="Whom" onClose={() => setNarrowed(false)}>
          {subjects.length === 0 ? null : (
            <LabeledChoices label="Interested in">
              {[null, ...subjects].map((one) => (
                <Choice
                  key={one ?? ""}
                  label={one ?? "All"}
                  taken={interest === one}
                  onPress={() => setInterest(one)}
                />
              ))}
            </LabeledChoices>
          )}
          <NarrowByAnswer fields={fields} answer={answer} onNarrow={setAnswer} />
        </Sheet>
      ) : null}
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {data ? (
        people.length === 0 ? (
          answer !== null || interest !== null ? (
            <Text color={quiet} role="status">
              Nobody here matches.
            </Text>
          ) : find === "" ? (
            <Empty
              title="Nobody yet"
              says="Whoever is enrolled in a course of this school stands here."
            />
          ) : (
            <Text color={quiet} role="status">
              Nobody here is called “{find}”.
            </Text>
          )
        ) : (
          <Table
            label="People"
            name="everyone"
            columns={columns}
            rows={people}
            of={hasNextPage ? null : people.length}
            keyOf={({ id }) => id}
            height={{ wide: 61, phone: 104 }}
            order="name"
            onOpen={open}
            onEnd={() => {
              if (hasNextPage && !isFetching) fetchNextPage();
            }}
            all={all}
            phone={(person) => <PersonRow person={person} onOpen={open} />}
          />
        )
      ) : error ? null : (
        <Skeleton widths={[0.6, 0.8, 0.5, 0.7]} height={28} />
      )}
    </Page>
  );
}

const MARKS: Record<Person["courses"][number]["standing"], Mark> = {
  open: "open",
  scheduled: "scheduled",
  waiting: "waiting",
  unknown: "waiting",
  paused: "closed",
  suspended: "closed",
  ended: "closed",
};

/** A course somebody holds, with how they stand in it. */
function Holding({ held, whole }: { held: Person["courses"][number]; whole: boolean }) {
  return (
    <View style={{ flexDirection: "row", alignItems: "center", gap: 6 }}>
      <SunMark mark={MARKS[held.standing]} size={20} />
      <Text kind="small" numberOfLines={1}>
        {held.title}
        {whole ? sayHolding(held) : ""}
      </Text>
    </View>
  );
}

const Holdings = ({ person, whole }: { person: Person; whole: boolean }) => {
  const more = person.number - person.courses.length;
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 20 }}>
      {person.courses.map((held) => (
        <Holding key={held.enrollment} held={held} whole={whole} />
      ))}
      {more > 0 ? <Text kind="small">and {more} more</Text> : null}
    </View>
  );
};

const columnsOf = (onOpen: (person: Person) => void): TableColumn<Person, "name">[] => [
  {
    id: "person",
    title: "Person",
    order: "name",
    width: 300,
    always: true,
    cell: (person) => (
      <Press role="link" onPress={() => onOpen(person)} style={{ justifyContent: "center" }}>
        <Text kind="strong" numberOfLines={1}>
          {person.name}
        </Text>
        <Text kind="small" numberOfLines={1}>
          {person.email}
        </Text>
      </Press>
    ),
    text: ({ name }) => name,
  },
  {
    id: "email",
    title: "Mail address",
    width: 230,
    hidden: true,
    cell: ({ email }) => (
      <Text kind="small" numberOfLines={1}>
        {email}
      </Text>
    ),
    text: ({ email }) => email,
  },
  {
    id: "holds",
    title: "Holds",
    cell: (person) => <Holdings person={person} whole />,
    text: ({ courses }) => courses.map((held) => `${held.title}${sayHolding(held)}`).join("; "),
  },
  {
    id: "number",
    title: "Courses",
    width: 90,
    right: true,
    cell: ({ number }) => <Text>{number}</Text>,
    text: ({ number }) => number,
  },
];

const PersonRow = memo(function PersonRow({
  person,
  onOpen,
}: {
  person: Person;
  onOpen(person: Person): void;
}) {
  const { line, quiet } = usePalette();
  return (
    <View style={{ borderBottomWidth: 1, borderBottomColor: line }}>
      <Press
        role="link"
        onPress={() => onOpen(person)}
        style={{ minHeight: 103, paddingVertical: 8, gap: 4 }}
      >
        <Text kind="name">{person.name}</Text>
        <Text kind="small" color={quiet} numberOfLines={1}>
          {person.email}
        </Text>
        <Holdings person={person} whole={false} />
      </Press>
    </View>
  );
});

const SAYS: Partial<Record<Person["courses"][number]["standing"], string>> = {
  scheduled: ", not begun",
  waiting: ", waits for payment",
  paused: ", paused",
  suspended: ", suspended",
  ended: ", ended",
};

/** ", until 6 May 2027", ", paused". */
function sayHolding({ standing, until }: Person["courses"][number]): string {
  const zone = zoneOf(ownZone());
  return SAYS[standing] ?? (until === null ? "" : `, until ${sayLastDay(until, zone)}`);
}

/** The people of a school, by name, with what they hold and how they stand in it. */
import type { Everyone } from "@dawngate/contract/people";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { memo, useState } from "react";
import { View } from "react-native";
import { sayLastDay } from "../enrollment/roster/say-standing";
import { explain } from "../store/api";
import { Empty } from "../ui/empty";
import { useWide } from "../ui/layout";
import { LongList } from "../ui/long-list";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { SearchField } from "../ui/search-field";
import { useSettled } from "../ui/settled";
import { Skeleton } from "../ui/skeleton";
import { type Mark, SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetEveryoneInfiniteQuery } from "./api";

type Person = Everyone["people"][number];

export function EveryoneScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { quiet } = usePalette();
  const wide = useWide();
  const [typed, setTyped] = useState("");
  const find = useSettled(typed.trim(), 200);
  const { data, error, refetch, isFetching, hasNextPage, fetchNextPage } =
    useGetEveryoneInfiniteQuery({ school, find }, { refetchOnMountOrArgChange: true });
  const people = data?.pages.flatMap((page) => page.people) ?? [];
  return (
    <Page title="People" full dense>
      <SearchField label="Find somebody" value={typed} onChange={setTyped} />
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {data ? (
        people.length === 0 ? (
          find === "" ? (
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
          <LongList
            label="People"
            count={people.length}
            of={hasNextPage ? null : people.length}
            keyOf={(index) => people[index]?.id ?? String(index)}
            height={wide ? 61 : 104}
            onEnd={() => {
              if (hasNextPage && !isFetching) fetchNextPage();
            }}
            row={(index) => {
              const person = people[index];
              return person ? <PersonRow school={school} person={person} wide={wide} /> : null;
            }}
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

const PersonRow = memo(function PersonRow({
  school,
  person,
  wide,
}: {
  school: string;
  person: Person;
  wide: boolean;
}) {
  const { line, quiet } = usePalette();
  const router = useRouter();
  const more = person.number - person.courses.length;
  return (
    <View style={{ borderBottomWidth: 1, borderBottomColor: line }}>
      <Press
        role="link"
        onPress={() => router.push(`/${school}/people/${encodeURIComponent(person.id)}`)}
        style={{
          minHeight: wide ? 60 : 103,
          paddingVertical: 8,
          flexDirection: wide ? "row" : "column",
          alignItems: wide ? "center" : "stretch",
          gap: wide ? 20 : 4,
        }}
      >
        <View style={wide ? { width: 300 } : {}}>
          <Text kind="name">{person.name}</Text>
          <Text kind="small" color={quiet} numberOfLines={1}>
            {person.email}
          </Text>
        </View>
        <View
          style={{
            flex: wide ? 1 : undefined,
            flexDirection: "row",
            flexWrap: "wrap",
            columnGap: 20,
          }}
        >
          {person.courses.map((held) => (
            <View
              key={held.enrollment}
              style={{ flexDirection: "row", alignItems: "center", gap: 6 }}
            >
              <SunMark mark={MARKS[held.standing]} size={20} />
              <Text kind="small" numberOfLines={1}>
                {held.title}
                {wide ? sayHolding(held) : ""}
              </Text>
            </View>
          ))}
          {more > 0 ? (
            <Text kind="small" color={quiet}>
              and {more} more
            </Text>
          ) : null}
        </View>
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
  const zone = zoneOf(Intl.DateTimeFormat().resolvedOptions().timeZone);
  return SAYS[standing] ?? (until === null ? "" : `, until ${sayLastDay(until, zone)}`);
}

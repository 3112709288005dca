/** One's own dates over all courses, by day: what opens, is due, closes and ends; and all of it into one's calendar. */
import type { Dates } from "@dawngate/contract/enrollment";
import { sayAway, sayDate, sayZone } from "@dawngate/core/schedule/words";
import { type Instant, type LocalDate, localDateAt, startOfDay, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Empty } from "../ui/empty";
import { NightPage } from "../ui/night-page";
import { Notice } from "../ui/notice";
import { Press } from "../ui/press";
import { Skeleton } from "../ui/skeleton";
import { type Mark, SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { TextLink } from "../ui/text-link";
import { usePalette } from "../ui/theme";
import { useGetDatesInfiniteQuery } from "./api";
import { byDay, type MyDate } from "./by-day";
import { FeedSheet } from "./feed-sheet";
import { WeeksAhead } from "./weeks-ahead";

export function DatesScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } = useGetDatesInfiniteQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  const [subscribing, setSubscribing] = useState(false);
  const first = data?.pages[0];
  const zone = zoneOf(first?.timeZone ?? "UTC");
  const dates = data?.pages.flatMap((page) => page.dates) ?? [];
  const now = Date.now() as Instant;
  return (
    <NightPage
      title="Dates"
      {...(first && { aside: `${sayZone(first.timeZone)} time` })}
      band={dates.length > 0 ? <WeeksAhead dates={dates} zone={zone} now={now} /> : null}
      bar={
        first ? (
          <View style={{ flexDirection: "row", alignItems: "center", gap: 12 }}>
            <Text kind="smallStrong" style={{ flex: 1 }}>
              Put these into my calendar
            </Text>
            <QuietAction label="Subscribe" letter="s" onPress={() => setSubscribing(true)} />
          </View>
        ) : null
      }
    >
      {first ? (
        dates.length === 0 ? (
          <Empty
            title="Nothing is to come"
            says="What opens, is due or ends in your courses stands here as soon as it has a date."
          />
        ) : (
          <View>
            {byDay(dates, zone).map(({ day, dates: those }) => (
              <Day key={day} day={day} dates={those} school={school} now={now} zone={zone} />
            ))}
            {hasNextPage ? (
              <QuietAction label="Later dates" onPress={() => fetchNextPage()} busy={isFetching} />
            ) : null}
          </View>
        )
      ) : error ? (
        <>
          <Notice {...explain(error)} onRetry={refetch} />
          <TextLink href={`/sign-in?to=/${school}/dates`}>Sign in</TextLink>
        </>
      ) : (
        <Skeleton widths={[0.5, 0.8, 0.5, 0.7]} />
      )}
      {subscribing ? <FeedSheet school={school} onClose={() => setSubscribing(false)} /> : null}
    </NightPage>
  );
}

function Day({
  day,
  dates,
  school,
  now,
  zone,
}: {
  day: LocalDate;
  dates: readonly (MyDate & { time: string })[];
  school: string;
  now: Instant;
  zone: ReturnType<typeof zoneOf>;
}) {
  const { line, quiet } = usePalette();
  const thisYear = sayDate(day).slice(-4) === sayDate(localDateAt(zone, now)).slice(-4);
  return (
    <View style={{ borderTopWidth: 1, borderTopColor: line, paddingVertical: 10 }}>
      <View style={{ flexDirection: "row", alignItems: "baseline", gap: 12 }}>
        <Text kind="name" level={2} style={{ flex: 1 }}>
          {sayDate(day, !thisYear)}
        </Text>
        <Text kind="small" color={quiet}>
          {sayAway(now, startOfDay(zone, day), zone)}
        </Text>
      </View>
      <View role="list">
        {dates.map((date) => (
          <DateRow
            key={`${date.enrollment} ${date.kind} ${date.item}`}
            date={date}
            school={school}
          />
        ))}
      </View>
    </View>
  );
}

const MARKS: Record<MyDate["kind"], Mark> = {
  begins: "scheduled",
  opens: "scheduled",
  due: "waiting",
  closes: "closed",
  ends: "closed",
};

const DOES: Record<MyDate["kind"], string> = {
  begins: "begins",
  opens: "opens",
  due: "is due",
  closes: "closes",
  ends: "ends for you",
};

function DateRow({ date, school }: { date: MyDate & { time: string }; school: string }) {
  const { quiet } = usePalette();
  const router = useRouter();
  const { kind, title, time, enrollment } = date;
  return (
    <View role="listitem">
      <Press
        role="link"
        onPress={() => router.push(`/${school}/shelf/${enrollment}`)}
        style={{ flexDirection: "row", gap: 14, paddingVertical: 8 }}
      >
        <Text kind="smallStrong" style={{ width: 44, paddingTop: 2 }}>
          {time}
        </Text>
        <SunMark mark={MARKS[kind]} size={26} />
        <View style={{ flex: 1 }}>
          <Text>
            <Text kind="strong">{title}</Text> {DOES[kind]}
          </Text>
          <Text kind="small" color={quiet}>
            {sayOf(date)}
          </Text>
        </View>
      </Press>
    </View>
  );
}

/** "Sourdough from a cold kitchen · 3 lessons", "cohort New year". */
function sayOf({ item, course, cohort, size }: Dates["dates"][number]): string {
  return [
    ...(item === null ? [] : [course]),
    ...(item === null && cohort !== null ? [`cohort ${cohort}`] : []),
    ...(size === null ? [] : [size]),
  ].join(" · ");
}

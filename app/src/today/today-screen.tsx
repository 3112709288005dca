/** Today: what opens, is due, closes, starts and ends, for how many; and what needs somebody, one press away. */
import type { Happens, Need, Today } from "@dawngate/contract/today";
import { sayTime, sayZone } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { read } from "../schedule/horizon/scale";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { QuietAction } from "../ui/action";
import { Empty } from "../ui/empty";
import { useWide } from "../ui/layout";
import { ListRow } from "../ui/list-row";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { Press } from "../ui/press";
import { Skeleton } from "../ui/skeleton";
import { type Mark, SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetTodayQuery } from "./api";
import { BeforeLaunch } from "./before-launch";
import { Beginning } from "./beginning";
import { CommandBox } from "./command-box";
import { DaySuns, sayDay } from "./day-suns";

export function TodayScreen() {
  const { school } = useLocalSearchParams() as { school: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { data, error, refetch } = useGetTodayQuery(
    { school },
    { refetchOnMountOrArgChange: true },
  );
  const wide = useWide();
  const [chosen, setChosen] = useState<string | null>(null);
  const [going, setGoing] = useState(false);
  const { surface, line, quiet } = usePalette();
  const day = chosen ?? data?.day ?? "";
  return (
    <Page
      title={data ? sayLong(data.day) : "Today"}
      {...(about && { above: { text: about.name } })}
      full
    >
      {error && !data ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {data ? (
        <>
          <Press
            onPress={() => setGoing(true)}
            style={{
              flexDirection: "row",
              justifyContent: "space-between",
              alignItems: "center",
              backgroundColor: surface,
              borderWidth: 1,
              borderColor: line,
              borderRadius: 10,
              paddingHorizontal: 16,
              ...(wide && { position: "absolute", right: 26, top: 30, width: 320 }),
            }}
          >
            <Text color={quiet}>Go anywhere</Text>
            {wide ? (
              <Text kind="small" color={quiet}>
                Ctrl K
              </Text>
            ) : null}
          </Press>
          {going ? <CommandBox school={school} onClose={() => setGoing(false)} /> : null}
          {data.first ? <Beginning school={school} first={data.first} /> : null}
          {data.launch ? <BeforeLaunch school={school} launch={data.launch} /> : null}
          <View style={wide ? {} : { marginHorizontal: -20 }}>
            <DaySuns days={data.days} today={data.day} shown={day} onShow={setChosen} />
          </View>
          <View style={wide ? { flexDirection: "row", gap: 40 } : { gap: 28 }}>
            <Day school={school} data={data} day={day} />
            <Needs school={school} needs={data.needs} />
          </View>
        </>
      ) : error ? null : (
        <Skeleton widths={[1, 0.8, 0.9, 0.6]} height={28} />
      )}
    </Page>
  );
}

/** Half of a wide screen, all of a phone. */
const useHalf = () => (useWide() ? ({ flex: 1, minWidth: 0 } as const) : {});

/** "Friday, 27 November", of a date in writing. */
function sayLong(day: string): string {
  const date = new Date(`${day}T12:00:00Z`);
  return new Intl.DateTimeFormat("en-GB", {
    weekday: "long",
    day: "numeric",
    month: "long",
    timeZone: "UTC",
  }).format(date);
}

function Day({ school, data, day }: { school: string; data: Today; day: string }) {
  const { quiet } = usePalette();
  const half = useHalf();
  const those = data.happens.filter((one) => one.day === day);
  const other = Math.max(0, data.more);
  return (
    <View style={half}>
      <Text kind="heading" level={2}>
        {day === data.day ? "What happens" : `What happens on ${sayDay(day, data.day)}`}
      </Text>
      {those.length === 0 ? (
        <Empty title="A quiet day" says="Nothing opens, is due, closes or ends for anybody." />
      ) : (
        <View role="list">
          {those.map((one) => (
            <Line
              key={`${one.kind} ${one.course} ${one.item} ${one.title}`}
              school={school}
              one={one}
              zone={data.timeZone}
            />
          ))}
        </View>
      )}
      <Text kind="small" color={quiet}>
        {other > 0 ? `And ${other} more these days. ` : ""}
        {`Counted at ${clock(data.at, data.timeZone)}, ${sayZone(data.timeZone)} time.`}
      </Text>
    </View>
  );
}

const clock = (at: string, timeZone: string) =>
  sayTime(read(at) ?? (0 as Instant), zoneOf(timeZone));

const MARKS: Record<Happens["kind"], Mark> = {
  begins: "scheduled",
  opens: "open",
  due: "waiting",
  closes: "closed",
  ends: "closed",
  "cohort-starts": "open",
  "cohort-ends": "closed",
};

const people = (number: number) => (number === 1 ? "one person" : `${number} people`);

function say({ kind, at, people: number }: Happens): string {
  const past = (read(at) ?? 0) <= Date.now();
  switch (kind) {
    case "begins":
      return ` ${past ? "began" : "begins"} for ${people(number)}`;
    case "opens":
      return ` ${past ? "opened" : "opens"} for ${people(number)}`;
    case "due":
      return ` ${past ? "was" : "is"} due for ${people(number)}`;
    case "closes":
      return ` ${past ? "closed" : "closes"} for ${people(number)}`;
    case "ends":
      return ` ${past ? "ended" : "ends"} for ${people(number)}`;
    case "cohort-starts":
      return ` ${past ? "started" : "starts"} with ${people(number)}`;
    case "cohort-ends":
      return ` ends for ${people(number)}`;
  }
}

function Line({ school, one, zone }: { school: string; one: Happens; zone: string }) {
  const { line, quiet, dusk } = usePalette();
  const router = useRouter();
  const cohort = one.kind === "cohort-starts" || one.kind === "cohort-ends";
  return (
    <View role="listitem" style={{ borderBottomWidth: 1, borderBottomColor: line }}>
      <Press
        role="link"
        onPress={() =>
          router.push(
            `/${school}/courses/${one.course}${cohort ? "/cohorts" : one.item === null ? "/people" : "/everybody"}`,
          )
        }
        style={{ flexDirection: "row", alignItems: "center", gap: 16, paddingVertical: 8 }}
      >
        <Text kind="smallStrong" style={{ width: 44 }}>
          {clock(one.at, zone)}
        </Text>
        <SunMark mark={MARKS[one.kind]} size={26} />
        <View style={{ flex: 1 }}>
          <Text>
            <Text kind="strong">{cohort ? `Cohort ${one.title}` : one.title}</Text>
            {say(one)}
          </Text>
          {one.item === null && !cohort ? null : (
            <Text kind="small" color={quiet}>
              {one.courseTitle}
            </Text>
          )}
        </View>
        <Text kind="smallStrong" color={dusk} aria-hidden>
          look
        </Text>
      </Press>
    </View>
  );
}

const DO: Record<Need["kind"], { label: string; to: string }> = {
  snag: { label: "Mend", to: "/edit" },
  empty: { label: "Write", to: "/edit" },
  suspended: { label: "See them", to: "/people?who=suspended" },
  late: { label: "See them", to: "/people?who=late" },
  quiet: { label: "See them", to: "/people?who=quiet" },
  remarks: { label: "Read", to: "/remarks" },
  asked: { label: "Answer", to: "/questions" },
  "handed-in": { label: "Look", to: "/handed-in" },
  "at-the-door": { label: "Decide", to: "/door" },
  unpaid: { label: "See them", to: "/sales/orders?which=late" },
  disputed: { label: "See them", to: "/sales/orders?which=disputed" },
  transfers: { label: "See them", to: "/sales/orders?which=open" },
  excess: { label: "See them", to: "/sales/orders?which=excess" },
  "told-wrong": { label: "Put right", to: "/notices" },
  refused: { label: "See them", to: "/notices/sent?state=refused" },
  "not-taken": { label: "See them", to: "/notices/sent?state=failed" },
  work: { label: "Look", to: "/upkeep" },
};

function Needs({ school, needs }: { school: string; needs: Need[] }) {
  const { quiet } = usePalette();
  const half = useHalf();
  const router = useRouter();
  return (
    <View style={half}>
      <Text kind="heading" level={2}>
        What needs you
      </Text>
      {needs.length === 0 ? (
        <Text color={quiet} style={{ paddingVertical: 12 }}>
          Nothing waits for you.
        </Text>
      ) : (
        <View role="list">
          {needs.map(({ kind, course, title, says }) => (
            <ListRow key={`${kind} ${course}`}>
              <View style={{ flex: 1, gap: 2 }}>
                <Text kind="strong">{title}</Text>
                <Text kind="small" color={quiet} numberOfLines={3}>
                  {says}
                </Text>
              </View>
              <QuietAction
                label={DO[kind].label}
                says={`${DO[kind].label}: ${title}`}
                onPress={() =>
                  router.push(
                    course === null
                      ? `/${school}${DO[kind].to}`
                      : `/${school}/courses/${course}${DO[kind].to}`,
                  )
                }
              />
            </ListRow>
          ))}
        </View>
      )}
    </View>
  );
}

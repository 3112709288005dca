/** One person of a school: each course they hold with its horizon, and the way to all that can be done there. */
import { sayZone } from "@dawngate/core/schedule/words";
import type { Instant } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { View } from "react-native";
import { TheirQuizzes } from "../checks/their-quizzes";
import { sayNext, sayStanding } from "../enrollment/held-course";
import { ToldTo } from "../notices/told-to";
import { SunLine } from "../schedule/horizon/sun-line";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { titleComing } from "../store/coming";
import { QuietAction } from "../ui/action";
import { useWide } from "../ui/layout";
import { Notice } from "../ui/notice";
import { Page } from "../ui/page";
import { sayAll } from "../ui/say-all";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetSomeoneQuery } from "./api";
import { TheirFields } from "./fields/their-fields";
import { KeptOut } from "./kept-out";
import { OneHorizon } from "./one-horizon";
import { EVERYONE } from "./places";

export function SomeoneScreen() {
  const { school, person } = useLocalSearchParams() as { school: string; person: string };
  const { data, error, refetch } = useGetSomeoneQuery(
    { school, person },
    { refetchOnMountOrArgChange: true },
  );
  const { quiet, line } = usePalette();
  const router = useRouter();
  const wide = useWide();
  const now = Date.now() as Instant;
  const may = useMay(school);
  return (
    <Page
      title={data?.name ?? titleComing(error)}
      above={{ text: EVERYONE.name, href: EVERYONE.href({ school, course: "" }) }}
    >
      {error ? <Notice {...explain(error)} onRetry={refetch} /> : null}
      {data ? (
        <>
          <Text color={quiet}>
            {data.email} · {sayZone(data.timeZone)} time
          </Text>
          {data.interests.length === 0 ? null : (
            <Text kind="small">Interested in {sayAll(data.interests)}</Text>
          )}
          {data.courses.length > 1 ? (
            <OneHorizon courses={data.courses} zone={data.timeZone} now={now} />
          ) : null}
          <View role="list">
            {data.courses.map((held) => {
              const next = sayNext(held, now);
              const at = `/${school}/courses/${held.course}`;
              return (
                <View
                  key={held.enrollment}
                  role="listitem"
                  style={{
                    borderTopWidth: 1,
                    borderTopColor: line,
                    paddingVertical: 16,
                    gap: 10,
                  }}
                >
                  <View style={{ flexDirection: "row", alignItems: "center", gap: 12 }}>
                    <SunMark mark={held.state} size={28} />
                    <View style={{ flex: 1 }}>
                      <Text kind="heading" level={2}>
                        {held.title}
                      </Text>
                      <Text kind="small" color={quiet}>
                        {[
                          sayStanding(held),
                          ...(held.cohort !== null && held.state === "open"
                            ? [`cohort ${held.cohort}`]
                            : []),
                        ].join(" · ")}
                      </Text>
                    </View>
                  </View>
                  {held.modules.length > 1 ? <SunLine suns={held.modules} at={now} /> : null}
                  {next === null || held.shutBy !== null ? null : (
                    <Text kind="small">
                      <Text kind="smallStrong">{next.strong}</Text>
                      {next.rest}
                    </Text>
                  )}
                  <TheirQuizzes
                    place={{ school, course: held.course, enrollment: held.enrollment }}
                    may={may("people.act")}
                  />
                  <View style={{ flexDirection: wide ? "row" : "column", gap: 10 }}>
                    <QuietAction
                      label="Dates, record and what can be done"
                      says={`Dates, record and what can be done: ${held.title}`}
                      onPress={() =>
                        router.push(`${at}?enrollment=${encodeURIComponent(held.enrollment)}`)
                      }
                    />
                    <QuietAction
                      label="Rehearse as them"
                      says={`Rehearse as them: ${held.title}`}
                      onPress={() =>
                        router.push(
                          `${at}/rehearsal?enrollment=${encodeURIComponent(held.enrollment)}`,
                        )
                      }
                    />
                  </View>
                </View>
              );
            })}
          </View>
          <TheirFields school={school} person={person} />
          {may("cohorts.change") ? (
            <KeptOut school={school} person={person} name={data.name} />
          ) : null}
          {may("notices.see") ? (
            <ToldTo school={school} person={person} zone={data.timeZone} />
          ) : null}
        </>
      ) : error ? null : (
        <Skeleton widths={[0.5, 0.8, 0.7]} />
      )}
    </Page>
  );
}

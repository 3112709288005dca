/** A quiz of one's own: how it counts and begins, the attempt that runs, what it came to, and what one may see of it. */
import type { HandedIn, MyQuiz } from "@dawngate/contract/checks";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useEffect, useState } from "react";
import { View } from "react-native";
import { useGetMyCourseQuery } from "../enrollment/api";
import { explain, pressKey } from "../store/api";
import { PrimaryAction, QuietAction } from "../ui/action";
import { NightPage } from "../ui/night-page";
import { Notice } from "../ui/notice";
import { Press } from "../ui/press";
import { saidAt } from "../ui/said-at";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useBeginAttemptMutation, useGetMyAttemptQuery, useGetMyQuizQuery } from "./api";
import { Before } from "./before";
import { ReviewedAnswers } from "./review";
import { sayPercent } from "./say-rules";
import { ScoreLine } from "./score-line";
import { Taking } from "./taking";
import { useLeftovers } from "./use-leftovers";

type Place = { school: string; enrollment: string; lesson: string };

export function QuizScreen() {
  const place = useLocalSearchParams() as Place;
  const { data, error, refetch } = useGetMyQuizQuery(place, { refetchOnMountOrArgChange: true });
  const [begin, beginning] = useBeginAttemptMutation();
  const [begun, setBegun] = useState<MyQuiz | null>(null);
  const [handed, setHanded] = useState<HandedIn | null>(null);
  useLeftovers(place, data, refetch);
  // A device that slept has not counted meanwhile: the server's clock is asked again.
  useEffect(() => {
    const seen = () => {
      if (document.visibilityState === "visible") void refetch();
    };
    document.addEventListener("visibilitychange", seen);
    return () => document.removeEventListener("visibilitychange", seen);
  }, [refetch]);
  const home = `/${place.school}/shelf/${place.enrollment}/${place.lesson}`;
  const above = { text: data?.course ?? "The lesson", href: home };
  if (!data)
    return (
      <NightPage title={error ? "This quiz is not here" : "…"} above={above} plain>
        {error ? (
          <Notice {...explain(error)} onRetry={refetch} />
        ) : (
          <Skeleton widths={[0.6, 1, 0.4]} />
        )}
      </NightPage>
    );
  // What runs is shown as it was when it came: what is asked does not change under a thumb.
  const quiz = begun ?? data;
  if (quiz.running && handed === null)
    return (
      <Taking
        key={quiz.running.id}
        place={place}
        quiz={quiz}
        now={data.now > quiz.now ? data.now : quiz.now}
        running={quiz.running}
        above={above}
        onHandedIn={(answer) => {
          setHanded(answer);
          setBegun(null);
        }}
      />
    );
  const start = async () => {
    const answer = await begin({ ...place, body: { key: pressKey() } });
    if (!("data" in answer) || !answer.data) return;
    setHanded(null);
    setBegun(answer.data);
  };
  return (
    <Between
      place={place}
      quiz={handed?.quiz ?? data}
      ticked={handed?.ticked ?? null}
      above={above}
      busy={beginning.isLoading}
      error={beginning.error}
      onBegin={() => void start()}
    />
  );
}

/** Before the first attempt, between two, and after the last. */
function Between({
  place,
  quiz,
  ticked,
  above,
  busy,
  error,
  onBegin,
}: {
  place: Place;
  quiz: MyQuiz;
  ticked: HandedIn["ticked"];
  above: { text: string; href: string };
  busy: boolean;
  error: unknown;
  onBegin(): void;
}) {
  const { quiet } = usePalette();
  const router = useRouter();
  const { data: course } = useGetMyCourseQuery(place);
  const [looking, setLooking] = useState<string | null>(null);
  const { attempts, rules, next, shut } = quiz;
  const counted = attempts.find(({ id }) => id === quiz.counts);
  const last = attempts.at(-1);
  const may = next.state === "now" && shut === null;
  const label = attempts.length === 0 ? "Begin" : "Try again";
  const to = (lesson: string | null) =>
    router.push(`/${place.school}/shelf/${place.enrollment}${lesson === null ? "" : `/${lesson}`}`);
  const titles = new Map(
    course?.modules.flatMap((module) =>
      [module, ...module.lessons].map(({ id, title }) => [id, title] as const),
    ),
  );
  const opened = ticked?.opened.filter((id) => titles.has(id)) ?? [];
  const goOn = course?.goOn && course.goOn !== place.lesson ? course.goOn : null;
  return (
    <NightPage
      title={quiz.title}
      above={above}
      plain
      bar={
        quiz.passed && goOn !== null ? (
          <PrimaryAction
            label={`On to ${titles.get(goOn) ?? "the next"}`}
            onPress={() => to(goOn)}
            fill
          />
        ) : may && !quiz.passed ? (
          <PrimaryAction label={label} onPress={onBegin} busy={busy} fill />
        ) : (
          <QuietAction label="To the course" onPress={() => to(null)} fill />
        )
      }
    >
      {error ? <Notice {...explain(error)} /> : null}
      {counted?.score != null ? (
        <View style={{ gap: 10 }}>
          <View style={{ flexDirection: "row", alignItems: "center", gap: 12 }}>
            <SunMark mark={quiz.passed ? "done" : "open"} size={30} />
            <Text kind="heading" level={2}>
              {`${quiz.passed ? "Passed" : "Not passed yet"}: ${sayPercent(counted.score)}`}
            </Text>
          </View>
          <ScoreLine score={counted.score} passMark={rules.passMark} passed={quiz.passed} />
          {quiz.message ? <Text>{quiz.message}</Text> : null}
          {last?.why ? (
            <Text kind="small" color={quiet}>
              {last.why}
            </Text>
          ) : null}
        </View>
      ) : null}
      {opened.length > 0 ? (
        <View style={{ gap: 6 }}>
          <Text kind="strong">This has opened</Text>
          {opened.map((id) => (
            <Text key={id}>{titles.get(id)}</Text>
          ))}
        </View>
      ) : null}
      <Before quiz={quiz} />
      {quiz.passed && may && goOn !== null ? (
        <QuietAction label="Try again" onPress={onBegin} busy={busy} />
      ) : null}
      {attempts.length > 0 ? (
        <View role="list" aria-label="Attempts" style={{ gap: 2 }}>
          {attempts.map(({ id, number, endedAt, score, passed }) =>
            endedAt === null ? null : (
              <View role="listitem" key={id} style={{ gap: 8 }}>
                <Press
                  onPress={() => setLooking(looking === id ? null : id)}
                  aria-expanded={looking === id}
                >
                  <View
                    style={{
                      flexDirection: "row",
                      alignItems: "center",
                      gap: 12,
                      minHeight: 48,
                      paddingHorizontal: 8,
                    }}
                  >
                    <SunMark mark={passed ? "done" : "closed"} size={22} />
                    <Text style={{ flex: 1 }}>
                      {`Attempt ${number}${id === quiz.counts && attempts.length > 1 ? ", counts" : ""}`}
                    </Text>
                    <Text kind="small" color={quiet}>
                      {saidAt(endedAt, quiz.zone)}
                    </Text>
                    <Text
                      kind="strong"
                      style={{ minWidth: 64, textAlign: "right", fontVariant: ["tabular-nums"] }}
                    >
                      {sayPercent(score ?? 0)}
                    </Text>
                  </View>
                </Press>
                {looking === id ? <Looked place={place} attempt={id} zone={quiz} /> : null}
              </View>
            ),
          )}
        </View>
      ) : null}
    </NightPage>
  );
}

function Looked({ place, attempt, zone: quiz }: { place: Place; attempt: string; zone: MyQuiz }) {
  const { quiet } = usePalette();
  const { data, error } = useGetMyAttemptQuery(
    { ...place, attempt },
    { refetchOnMountOrArgChange: true },
  );
  if (error) return <Notice {...explain(error)} />;
  if (!data) return <Skeleton widths={[1, 0.8]} />;
  return (
    <View style={{ gap: 12, paddingBottom: 12 }}>
      {data.why ? (
        <Text kind="small" color={quiet}>
          {data.why}
        </Text>
      ) : null}
      {data.questions ? (
        <ReviewedAnswers lines={data.questions} files={data.files} />
      ) : (
        <Text kind="small" color={quiet}>
          {WHEN_SHOWN[quiz.rules.show]}
        </Text>
      )}
    </View>
  );
}

const WHEN_SHOWN: Record<MyQuiz["rules"]["show"], string> = {
  never: "What was right is not shown in this quiz.",
  "after-attempt": "What was right is shown when no attempt runs.",
  "after-pass": "What was right is shown once you have passed.",
  "after-last": "What was right is shown after the last attempt.",
  "after-closing": "What was right is shown once the quiz has closed.",
};

/** What people handed in: what waits, the longest waiting first; what was accepted or given back, the newest first. */
import type { ReviewQueue } from "@dawngate/contract/assignments";
import { useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../../school/api";
import { Coming } from "../../store/coming";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Empty } from "../../ui/empty";
import { ListRow } from "../../ui/list-row";
import { Press } from "../../ui/press";
import { saidAt } from "../../ui/said-at";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useGetSubmissionsInfiniteQuery } from "./api";

interface Props {
  school: string;
  /** Only what was handed in there. */
  only?: { course: string; lesson: string };
}
type Handed = ReviewQueue["submissions"][number];

const STATES = [
  { state: null, mine: "yes", label: "Yours to look at" },
  { state: null, mine: null, label: "All that wait" },
  { state: "returned", mine: null, label: "Given back" },
  { state: "accepted", mine: null, label: "Accepted" },
] as const;

export function SubmissionsList({ school, only }: Props) {
  const { data: about } = useGetSchoolQuery({ school });
  const [which, setWhich] = useState(0);
  const { state, mine } = STATES[which] ?? STATES[0];
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } =
    useGetSubmissionsInfiniteQuery(
      { school, state, mine, course: only?.course ?? null, lesson: only?.lesson ?? null },
      { refetchOnMountOrArgChange: true },
    );
  const all = data?.pages.flatMap((page) => page.submissions) ?? [];
  const waiting = data?.pages[0]?.waiting ?? 0;
  return (
    <View style={{ gap: 12 }}>
      <Choices label="Which of them" line>
        {STATES.map(({ label }, place) => (
          <Choice
            key={label}
            label={
              place === 0 && waiting > 0 && !only
                ? `${label} ${waiting >= 1000 ? "1,000+" : waiting}`
                : label
            }
            taken={which === place}
            onPress={() => setWhich(place)}
          />
        ))}
      </Choices>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : all.length === 0 ? (
        <Empty
          title={
            which === 0
              ? "Nothing waits for you"
              : which === 1
                ? "Nothing waits"
                : "There are none of these"
          }
          says="What people hand in to an assignment stands here until somebody accepts it or gives it back."
        />
      ) : (
        <View role="list" aria-label="Handed in">
          {all.map((one) => (
            <Line
              key={one.id}
              school={school}
              one={one}
              zone={about?.timeZone ?? "UTC"}
              short={!!only}
            />
          ))}
        </View>
      )}
      {hasNextPage ? (
        <QuietAction label="More" busy={isFetching} onPress={() => void fetchNextPage()} />
      ) : null}
    </View>
  );
}

const MARKS = { waiting: "waiting", returned: "open", accepted: "done", writing: "open" } as const;

function Line({
  school,
  one,
  zone,
  short,
}: {
  school: string;
  one: Handed;
  zone: string;
  short: boolean;
}) {
  const { quiet } = usePalette();
  const router = useRouter();
  const { id, name, title, courseTitle, number, at, late, state, reviewer, earned, possible } = one;
  return (
    <ListRow padding={2}>
      <Press
        role="link"
        onPress={() => router.push(`/${school}/handed-in/${id}`)}
        style={{ flex: 1 }}
      >
        <View
          style={{
            flexDirection: "row",
            alignItems: "center",
            gap: 12,
            minHeight: 60,
            paddingVertical: 6,
          }}
        >
          <SunMark mark={MARKS[state]} size={24} />
          <View style={{ flex: 1 }}>
            <Text kind="strong">{name}</Text>
            {short ? null : <Text kind="small">{`${title} · ${courseTitle}`}</Text>}
            <Text kind="small" color={quiet}>
              {[
                number > 1 ? `number ${number}, ${saidAt(at, zone)}` : saidAt(at, zone),
                ...(late ? ["late"] : []),
                ...(reviewer === null
                  ? state === "waiting"
                    ? ["anybody's"]
                    : []
                  : [reviewer.me ? "yours" : reviewer.name]),
              ].join(" · ")}
            </Text>
          </View>
          {earned === null || possible === null ? null : (
            <Text kind="strong" style={{ fontVariant: ["tabular-nums"] }}>
              {`${earned} of ${possible}`}
            </Text>
          )}
        </View>
      </Press>
    </ListRow>
  );
}

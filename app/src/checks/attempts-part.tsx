/** Attempts at a quiz, the newest first; each opens answer by answer. */
import { useState } from "react";
import { View } from "react-native";
import { useGetSchoolQuery } from "../school/api";
import { explain } from "../store/api";
import { Coming } from "../store/coming";
import { QuietAction } from "../ui/action";
import { Choice } from "../ui/choice";
import { Choices } from "../ui/choices";
import { Empty } from "../ui/empty";
import { ListRow } from "../ui/list-row";
import { Notice } from "../ui/notice";
import { Press } from "../ui/press";
import { saidAt } from "../ui/said-at";
import { Sheet } from "../ui/sheet";
import { Skeleton } from "../ui/skeleton";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useGetAttemptQuery, useGetAttemptsInfiniteQuery } from "./api";
import { ReviewedAnswers } from "./lazy-pieces";
import { sayPercent } from "./say-rules";

interface Props {
  place: { school: string; course: string; lesson: string };
  /** Only people of this cohort; null: everybody. */
  cohort: string | null;
}

const STATES = [
  { state: null, label: "All" },
  { state: "passed", label: "Passed" },
  { state: "failed", label: "Not passed" },
  { state: "running", label: "Running" },
] as const;

export function AttemptsPart({ place, cohort }: Props) {
  const { quiet } = usePalette();
  const { data: school } = useGetSchoolQuery({ school: place.school });
  const [state, setState] = useState<(typeof STATES)[number]["state"]>(null);
  const [looking, setLooking] = useState<string | null>(null);
  const { data, error, refetch, hasNextPage, fetchNextPage, isFetching } =
    useGetAttemptsInfiniteQuery({ ...place, state, cohort }, { refetchOnMountOrArgChange: true });
  const attempts = data?.pages.flatMap((page) => page.attempts) ?? [];
  const zone = school?.timeZone ?? "UTC";
  return (
    <View style={{ gap: 12 }}>
      <Choices label="Which attempts">
        {STATES.map((one) => (
          <Choice
            key={one.label}
            label={one.label}
            taken={state === one.state}
            onPress={() => setState(one.state)}
          />
        ))}
      </Choices>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : attempts.length === 0 ? (
        <Empty
          title={
            state === null && cohort === null
              ? "Nobody has tried it yet"
              : "There are none of these"
          }
          says="Every attempt stands here as soon as it begins, answer by answer."
        />
      ) : (
        <View role="list" aria-label="Attempts">
          {attempts.map(({ id, name, number, startedAt, endedAt, score, passed }) => (
            <ListRow key={id} padding={2}>
              <Press onPress={() => setLooking(id)} style={{ flex: 1 }}>
                <View
                  style={{ flexDirection: "row", alignItems: "center", gap: 12, minHeight: 52 }}
                >
                  <SunMark
                    mark={endedAt === null ? "open" : passed ? "done" : "closed"}
                    size={22}
                  />
                  <View style={{ flex: 1 }}>
                    <Text kind="strong">{name}</Text>
                    <Text kind="small" color={quiet}>
                      {`Attempt ${number} · ${saidAt(startedAt, zone)} · ${endedAt === null ? "running" : passed ? "passed" : "not passed"}`}
                    </Text>
                  </View>
                  <Text
                    kind="strong"
                    style={{ minWidth: 70, textAlign: "right", fontVariant: ["tabular-nums"] }}
                  >
                    {score === null ? "–" : sayPercent(score)}
                  </Text>
                </View>
              </Press>
            </ListRow>
          ))}
        </View>
      )}
      {hasNextPage ? (
        <QuietAction
          label="Earlier attempts"
          busy={isFetching}
          onPress={() => void fetchNextPage()}
        />
      ) : null}
      {looking === null ? null : (
        <AttemptSheet place={place} attempt={looking} onClose={() => setLooking(null)} />
      )}
    </View>
  );
}

function AttemptSheet({
  place,
  attempt,
  onClose,
}: Pick<Props, "place"> & { attempt: string; onClose(): void }) {
  const { quiet } = usePalette();
  const { data, error } = useGetAttemptQuery(
    { ...place, attempt },
    { refetchOnMountOrArgChange: true },
  );
  return (
    <Sheet
      title={data ? `${data.name}, attempt ${data.number}` : "An attempt"}
      broad
      onClose={onClose}
    >
      {error ? <Notice {...explain(error)} /> : null}
      {data ? (
        <>
          <Text color={quiet}>
            {data.why ?? "It runs; what stands here is what was given so far."}
          </Text>
          <ReviewedAnswers lines={data.questions ?? []} files={data.files} whose="they" />
        </>
      ) : error ? null : (
        <Skeleton widths={[0.8, 1, 0.6]} />
      )}
    </Sheet>
  );
}

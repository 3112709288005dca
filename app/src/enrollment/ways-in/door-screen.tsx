/** Who is at the door: the approval queue of a course, and who waits for a seat in its cohorts. */
import type { EntryRequests } from "@dawngate/contract/ways-in";
import { useLocalSearchParams } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { type InCourse, useGetCourseQuery } from "../../courses/api";
import { CourseFrame } from "../../frame/course-frame";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { Coming } from "../../store/coming";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Empty } from "../../ui/empty";
import { Notice } from "../../ui/notice";
import { saidAt } from "../../ui/said-at";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { TickBox } from "../../ui/tick-box";
import { DOOR } from "../places";
import { useDecideRequestsMutation, useGetRequestsInfiniteQuery } from "./api";
import { WaitlistPart } from "./waitlist-part";

type Request = EntryRequests["requests"][number];

export function DoorScreen() {
  const { school, course } = useLocalSearchParams() as InCourse;
  const place = { school, course };
  const { data } = useGetCourseQuery(place);
  const { data: about } = useGetSchoolQuery({ school });
  return (
    <CourseFrame at={place} title={data?.title} here={DOOR}>
      <View style={{ gap: 28, maxWidth: 760 }}>
        <Queue place={place} zone={about?.timeZone ?? "UTC"} />
      </View>
    </CourseFrame>
  );
}

function Queue({ place, zone }: { place: InCourse; zone: string }) {
  const [decided, setDecided] = useState(false);
  const { data, error, refetch, hasNextPage, fetchNextPage } = useGetRequestsInfiniteQuery(
    { ...place, state: decided ? "decided" : "waiting" },
    { refetchOnMountOrArgChange: true },
  );
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [deciding, setDeciding] = useState<{ whom: Request[]; approve: boolean } | null>(null);
  const requests = data?.pages.flatMap((page) => page.requests) ?? [];
  const waitlists = data?.pages[0]?.waitlists ?? [];
  const chosen = requests.filter(({ id }) => marked.has(id));
  const mark = (id: string, on: boolean) =>
    setMarked(new Set(on ? [...marked, id] : [...marked].filter((one) => one !== id)));
  return (
    <View style={{ gap: 12 }}>
      <Choices label="Which requests" line>
        <Choice
          label={data ? `Asking ${data.pages[0]?.waiting ?? 0}` : "Asking"}
          taken={!decided}
          onPress={() => setDecided(false)}
        />
        <Choice label="Decided" taken={decided} onPress={() => setDecided(true)} />
      </Choices>
      {!data ? (
        <Coming error={error} onRetry={refetch} />
      ) : requests.length === 0 ? (
        <Nobody
          small={waitlists.length > 0}
          title={decided ? "Nothing was decided yet" : "Nobody asks to come in"}
          says="Where a course or a cohort lets in when the school says yes, whoever asks stands here. How people come in is set with the cohorts."
        />
      ) : (
        <View role="list">
          {requests.map((one) => (
            <RequestRow
              key={one.id}
              request={one}
              zone={zone}
              marked={marked.has(one.id)}
              onMark={(on) => mark(one.id, on)}
              onDecide={(approve) => setDeciding({ whom: [one], approve })}
            />
          ))}
        </View>
      )}
      {hasNextPage ? <QuietAction label="More" onPress={() => fetchNextPage()} /> : null}
      {!decided && requests.length > 1 ? (
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
          <QuietAction
            label={chosen.length === requests.length ? "Unmark all" : "Mark all here"}
            onPress={() =>
              setMarked(
                chosen.length === requests.length ? new Set() : new Set(requests.map((r) => r.id)),
              )
            }
          />
          {chosen.length > 0 ? (
            <>
              <QuietAction
                label={`Let ${chosen.length} in`}
                onPress={() => setDeciding({ whom: chosen, approve: true })}
              />
              <QuietAction
                label={`Refuse ${chosen.length}`}
                onPress={() => setDeciding({ whom: chosen, approve: false })}
              />
            </>
          ) : null}
        </View>
      ) : null}
      {waitlists.map(({ cohort, name, seats, total }) => (
        <View key={cohort} style={{ paddingTop: 16 }}>
          <WaitlistPart
            place={place}
            cohort={cohort}
            title={`Waiting for ${name}`}
            seats={seats}
            total={total}
            zone={zone}
          />
        </View>
      ))}
      {deciding ? (
        <DecisionSheet
          place={place}
          {...deciding}
          onClose={() => {
            setDeciding(null);
            setMarked(new Set());
          }}
        />
      ) : null}
    </View>
  );
}

/** Where somebody waits for a seat, those are the picture; else it says what would stand here. */
function Nobody({ small, title, says }: { small: boolean; title: string; says: string }) {
  const { quiet } = usePalette();
  return small ? (
    <Text kind="small" color={quiet}>
      {title}.
    </Text>
  ) : (
    <Empty title={title} says={says} />
  );
}

interface RowProps {
  request: Request;
  zone: string;
  marked: boolean;
  onMark(on: boolean): void;
  onDecide(approve: boolean): void;
}

const STATE_WORDS = { waiting: "", approved: "Let in", refused: "Refused" };

function RequestRow({ request, zone, marked, onMark, onDecide }: RowProps) {
  const { line, quiet } = usePalette();
  const { name, email, cohort, words, answers, at, state, reason } = request;
  return (
    <View
      role="listitem"
      style={{
        flexDirection: "row",
        gap: 4,
        borderTopWidth: 1,
        borderTopColor: line,
        paddingVertical: 10,
      }}
    >
      {state === "waiting" ? (
        <TickBox label={`Mark ${name}`} checked={marked} onChange={onMark} />
      ) : null}
      <View style={{ flex: 1, gap: 6 }}>
        <View>
          <Text kind="strong">{name}</Text>
          <Text kind="small" color={quiet}>
            {[email, ...(cohort ? [`for ${cohort.name}`] : []), saidAt(at, zone)].join(" · ")}
          </Text>
        </View>
        {words === "" ? null : <Text>{words}</Text>}
        {answers.length === 0 ? null : (
          <Text kind="small">{answers.map((one) => `${one.name}: ${one.says}`).join(" · ")}</Text>
        )}
        {state === "waiting" ? (
          <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
            <QuietAction
              label="Let in"
              says={`Let in: ${name}`}
              tight
              onPress={() => onDecide(true)}
            />
            <QuietAction
              label="Refuse"
              says={`Refuse ${name}`}
              tight
              onPress={() => onDecide(false)}
            />
          </View>
        ) : (
          <Text kind="small" color={quiet}>
            {[STATE_WORDS[state], ...(reason === null ? [] : [reason])].join(": ")}
          </Text>
        )}
      </View>
    </View>
  );
}

/** What was decided, with what they are told; whoever could not be let in is named with the reason. */
function DecisionSheet({
  place,
  whom,
  approve,
  onClose,
}: {
  place: InCourse;
  whom: Request[];
  approve: boolean;
  onClose(): void;
}) {
  const { quiet } = usePalette();
  const [decide, { data, error, isLoading }] = useDecideRequestsMutation();
  const [reason, setReason] = useState("");
  const names = whom.map(({ name }) => name);
  const who = names.length > 3 ? `${names.length} people` : names.join(", ");
  const [why, setWhy] = useState("");
  const submit = async (ids: readonly string[], overrule?: string) => {
    const answer = await decide({
      ...place,
      body: {
        requests: [...ids],
        approve,
        reason: reason.trim(),
        ...(overrule !== undefined && { overrule }),
      },
    });
    if ("data" in answer && answer.data?.refused.length === 0) onClose();
  };
  const kept = data?.refused.filter(({ mayOverrule }) => mayOverrule) ?? [];
  return (
    <Sheet title={approve ? `Let ${who} in` : `Refuse ${who}`} onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      {data && data.refused.length > 0 ? (
        <View role="alert" style={{ gap: 8 }}>
          <Text kind="strong">
            {data.done === 0 ? "It could not be done:" : `Done for ${data.done}. Not done:`}
          </Text>
          {data.refused.map((one) => (
            <Text key={one.id}>{`${one.name}: ${one.reason}`}</Text>
          ))}
          {kept.length > 0 ? (
            <>
              <TextField
                label="Why they come in all the same"
                value={why}
                maxLength={300}
                onChangeText={setWhy}
              />
              <PrimaryAction
                label={
                  kept.length === 1 ? "Let in all the same" : `Let ${kept.length} in all the same`
                }
                disabled={why.trim() === ""}
                busy={isLoading}
                onPress={() =>
                  submit(
                    kept.map(({ id }) => id),
                    why.trim(),
                  )
                }
              />
            </>
          ) : null}
        </View>
      ) : (
        <>
          <Text color={quiet}>
            {approve
              ? "They are enrolled at once, and written to with what opens when."
              : "They are written to. They can ask again."}
          </Text>
          <TextField
            label={approve ? "What they read first, or nothing" : "What they read: why not"}
            value={reason}
            maxLength={1000}
            multiline
            onChangeText={setReason}
          />
          <PrimaryAction
            label={approve ? "Let in" : "Refuse"}
            onPress={() => submit(whom.map(({ id }) => id))}
            busy={isLoading}
          />
        </>
      )}
    </Sheet>
  );
}

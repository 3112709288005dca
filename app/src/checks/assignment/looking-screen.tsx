/** One piece that was handed in, looked at: the text with remarks, the rubric, a word, and accepted or given back. */
import type { SubmissionSeen as Seen } from "@dawngate/contract/assignments";
import { markedBy } from "@dawngate/core/lessons/rubric";
import { sayWrittenEnd } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useLocalSearchParams, useRouter } from "expo-router";
import { useState } from "react";
import { View } from "react-native";
import { Markdown } from "../../lessons/written";
import { useGetSchoolQuery } from "../../school/api";
import { explain } from "../../store/api";
import { Coming, titleComing } from "../../store/coming";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { useWide } from "../../ui/layout";
import { Notice } from "../../ui/notice";
import { Page } from "../../ui/page";
import { saidAt } from "../../ui/said-at";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { TextLink } from "../../ui/text-link";
import { usePalette } from "../../ui/theme";
import { useToast } from "../../ui/toast";
import { SubmissionSeen, SubmittedFiles } from "../lazy-pieces";
import { useGetSubmissionQuery, useReviewMutation, useTakeOverMutation } from "./api";
import { MarkField } from "./mark-field";
import { RemarkField } from "./remark-field";
import { useReviewDraft } from "./use-review";

export function LookingScreen() {
  const { school, submission } = useLocalSearchParams() as { school: string; submission: string };
  const { data: about } = useGetSchoolQuery({ school });
  const { currentData, error, refetch } = useGetSubmissionQuery(
    { school, submission },
    { refetchOnMountOrArgChange: true },
  );
  return (
    <Page
      title={currentData?.name ?? titleComing(error)}
      above={{ text: "Handed in", href: `/${school}/handed-in` }}
    >
      {currentData ? (
        <Looked
          key={submission}
          school={school}
          seen={currentData}
          zone={about?.timeZone ?? "UTC"}
        />
      ) : (
        <Coming error={error} onRetry={refetch} />
      )}
    </Page>
  );
}

function Looked({ school, seen, zone }: { school: string; seen: Seen; zone: string }) {
  const { quiet, line } = usePalette();
  const { id, submissions, newest, title, courseTitle, due, task, files, reviewer, state } = seen;
  const [asked, setAsked] = useState(false);
  const [take] = useTakeOverMutation();
  const here = submissions.find((one) => one.id === id);
  const earlier = submissions.filter((one) => here && one.number < here.number);
  const after = submissions[0];
  return (
    <View style={{ gap: 20 }}>
      <View style={{ gap: 4 }}>
        <Text>{`${title} · ${courseTitle}`}</Text>
        <Text kind="small" color={quiet}>
          {[
            ...(here ? [`Handed in ${saidAt(here.at, zone)}${here.late ? ", late" : ""}`] : []),
            ...(due === null ? [] : [`due ${sayWrittenEnd(due, { zone: zoneOf(zone) })}`]),
            ...(state === "waiting"
              ? [
                  reviewer === null
                    ? "anybody may look at it"
                    : reviewer.me
                      ? "yours to look at"
                      : `${reviewer.name}'s to look at`,
                ]
              : []),
          ].join(" · ")}
        </Text>
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8, paddingTop: 6 }}>
          <QuietAction
            label={asked ? "Hide what was asked" : "What was asked"}
            tight
            onPress={() => setAsked(!asked)}
          />
          {state === "waiting" ? (
            <QuietAction
              label={reviewer?.me ? "Leave it to anybody" : "Take it over"}
              tight
              onPress={() =>
                void take({ school, submission: id, body: { mine: reviewer?.me !== true } })
              }
            />
          ) : null}
        </View>
      </View>
      {asked ? (
        <View style={{ borderLeftWidth: 3, borderLeftColor: line, paddingLeft: 14 }}>
          {task ? (
            <Markdown text={task} files={files} />
          ) : (
            <Text color={quiet}>The lesson's text says nothing.</Text>
          )}
        </View>
      ) : null}
      {!newest && after ? (
        <View style={{ gap: 6 }}>
          <Notice
            title="They have handed in once more"
            detail="This one is looked at no more; the newer one is."
          />
          <TextLink href={`/${school}/handed-in/${after.id}`}>To the newer one</TextLink>
        </View>
      ) : null}
      {here && here.review === null && newest ? (
        <Looking school={school} seen={seen} here={here} />
      ) : here ? (
        <SubmissionSeen submission={here} zone={zone} whose="they" />
      ) : null}
      {earlier.length === 0 ? null : (
        <View style={{ gap: 20, borderTopWidth: 1, borderTopColor: line, paddingTop: 18 }}>
          <Text kind="heading" level={2}>
            Before
          </Text>
          {earlier.map((one) => (
            <SubmissionSeen key={one.id} submission={one} zone={zone} whose="they" />
          ))}
        </View>
      )}
    </View>
  );
}

function Looking({
  school,
  seen: { id, name, rubric },
  here: { text, files },
}: {
  school: string;
  seen: Seen;
  here: Seen["submissions"][number];
}) {
  const wide = useWide();
  const { quiet, ember } = usePalette();
  const router = useRouter();
  const toast = useToast();
  const { saying, say, said } = useReviewDraft(id);
  const [give, giving] = useReviewMutation();
  const [tried, setTried] = useState<string | null>(null);
  const { words, remarks, marks } = saying;
  const { earned, possible, open } = markedBy(rubric, marks);
  const missing = rubric.filter((one) => open.includes(one.id)).map(({ title }) => title);
  const decide = async (decision: "accepted" | "returned") => {
    if (decision === "accepted" && missing.length > 0)
      return setTried(`Mark ${missing.join(", ")} first.`);
    if (decision === "returned" && words.trim() === "" && remarks.length === 0)
      return setTried("Say what is to be done, in a word below or a remark on the text.");
    setTried(null);
    const answer = await give({ school, submission: id, body: { decision, ...saying } });
    if (!("data" in answer) || !answer.data) return;
    said();
    const { next, opened } = answer.data;
    toast({
      says: `${decision === "accepted" ? "Accepted" : "Given back"}: ${name} is written to.${opened.length > 0 ? ` It opens ${opened.slice(0, 2).join(", ")}.` : ""}`,
    });
    router.replace(next === null ? `/${school}/handed-in` : `/${school}/handed-in/${next}`);
  };
  return (
    <View style={wide ? { flexDirection: "row", gap: 40 } : { gap: 24 }}>
      <View style={[{ gap: 18 }, wide && { flex: 3, minWidth: 0 }]}>
        {text === "" ? null : (
          <RemarkField text={text} remarks={remarks} onRemarks={(next) => say({ remarks: next })} />
        )}
        <SubmittedFiles files={files} />
      </View>
      <View style={[{ gap: 18 }, wide && { flex: 2, minWidth: 0 }]}>
        {rubric.map((criterion) => (
          <MarkField
            key={criterion.id}
            criterion={criterion}
            place={marks[criterion.id] ?? null}
            onMark={(place) => say({ marks: { ...marks, [criterion.id]: place } })}
          />
        ))}
        {rubric.length === 0 ? null : (
          <Text kind="strong" aria-live="polite">
            {open.length === 0
              ? `${earned} of ${possible} points`
              : `${earned} points so far, of ${possible}`}
          </Text>
        )}
        <TextField
          label={`A word to ${name}`}
          value={words}
          multiline
          maxLength={10_000}
          onChangeText={(next) => say({ words: next })}
          style={{ minHeight: 120 }}
        />
        {tried ? (
          <Text kind="small" color={ember} role="alert">
            {tried}
          </Text>
        ) : null}
        {giving.error ? <Notice {...explain(giving.error)} /> : null}
        <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10 }}>
          <PrimaryAction
            label="Accept"
            letter="a"
            busy={giving.isLoading}
            onPress={() => void decide("accepted")}
          />
          <QuietAction
            label="Give it back"
            letter="b"
            busy={giving.isLoading}
            onPress={() => void decide("returned")}
          />
        </View>
        <Text kind="small" color={quiet}>
          What you write is kept in this browser until you decide.
        </Text>
      </View>
    </View>
  );
}

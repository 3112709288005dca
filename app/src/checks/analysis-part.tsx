/** What each question tells: how many knew it, whether those who know more know it too, and what to do where it does not. */
import type { BankQuestion, QuestionAnalysis } from "@dawngate/contract/checks";
import { useState } from "react";
import { View } from "react-native";
import { useGetLessonDraftQuery, useKeepPartMutation } from "../lessons/api";
import { useMay } from "../school/may";
import { Coming } from "../store/coming";
import { QuietAction } from "../ui/action";
import { Empty } from "../ui/empty";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useToast } from "../ui/toast";
import { useGetAnalysisQuery, useGetQuizDraftQuery } from "./api";
import { KIND_WORDS } from "./edit/kind-words";
import { QuestionSheet } from "./edit/question-sheet";
import { plainOf } from "./kinds/kind";
import { sayFlags, sayWhole } from "./say-analysis";
import { sayPercent } from "./say-rules";
import { ShareBar } from "./share-bar";

interface Props {
  place: { school: string; course: string; lesson: string };
  /** Only people of this cohort; null: everybody. */
  cohort: string | null;
}
type Line = QuestionAnalysis["questions"][number];

export function AnalysisPart({ place, cohort }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetAnalysisQuery(
    { ...place, cohort },
    { refetchOnMountOrArgChange: true },
  );
  const mayEdit = useMay(place.school)("courses.edit");
  const { data: draft } = useGetQuizDraftQuery(place, { skip: !mayEdit });
  const { data: lesson } = useGetLessonDraftQuery(place, {
    skip: !mayEdit,
    refetchOnMountOrArgChange: true,
  });
  const [keepPart] = useKeepPartMutation();
  const [changing, setChanging] = useState<BankQuestion | null>(null);
  const say = useToast();
  /** The quiz asks another question in place of the one that became it. */
  const askInstead = async (became: Readonly<Record<string, string>>) => {
    if (lesson?.part?.kind !== "quiz") return false;
    const { part, materials, partRevision } = lesson;
    const parts = part.parts.map((one) => ({
      ...one,
      ask: one.ask.map((ask) => (typeof ask === "string" ? (became[ask] ?? ask) : ask)),
    }));
    const answer = await keepPart({
      ...place,
      body: { part: { ...part, parts }, materials: materials.map(({ id }) => id), partRevision },
    });
    return "data" in answer;
  };
  const kept = async (became: Readonly<Record<string, string>>) => {
    setChanging(null);
    const other = Object.keys(became).length > 0;
    if (other && !(await askInstead(became)))
      say({ says: "Kept as another question; put it into the quiz in the outline." });
    else
      say({
        says: other
          ? "Kept for new attempts; those on record keep what they were asked."
          : "Kept. Attempts are marked again, and whoever passes by it has passed.",
      });
  };
  if (!data) return <Coming error={error} onRetry={refetch} />;
  if (data.enrollees === 0)
    return (
      <Empty
        title="Nobody has handed it in yet"
        says="From the first attempts of everybody it is worked out how hard each question is, and what it tells."
      />
    );
  const bank = new Map(draft?.questions.map((one) => [one.question.id, one]));
  // What needs a look stands first.
  const weight = (line: Line) => line.flags.filter((flag) => flag !== "few").length;
  const lines = [...data.questions].sort((a, b) => weight(b) - weight(a));
  return (
    <View style={{ gap: 16 }}>
      <View style={{ gap: 4 }}>
        <Text kind="strong">
          {`${data.enrollees} ${data.enrollees === 1 ? "person has" : "people have"} handed it in${data.mean === null ? "" : `; ${sayPercent(data.mean)} of the points at first try`}`}
        </Text>
        {sayWhole(data).map((text) => (
          <Text key={text} kind="small" color={quiet}>
            {text}
          </Text>
        ))}
        {data.all ? null : (
          <Text kind="small" color={quiet}>
            The newest of them are looked at.
          </Text>
        )}
      </View>
      <View role="list" aria-label="Questions">
        {lines.map((line) => {
          const row = bank.get(line.question.id);
          return (
            <QuestionLine
              key={line.question.id}
              line={line}
              onChange={row ? () => setChanging(row) : null}
            />
          );
        })}
      </View>
      {changing ? (
        <QuestionSheet
          place={place}
          row={changing}
          files={data.files}
          onKept={(_, became) => void kept(became)}
          onClose={() => setChanging(null)}
        />
      ) : null}
    </View>
  );
}

function QuestionLine({ line, onChange }: { line: Line; onChange: (() => void) | null }) {
  const { quiet, ember, line: rule } = usePalette();
  const { question, asked, unanswered, difficulty, flags } = line;
  const said = sayFlags(line);
  return (
    <View
      role="listitem"
      style={{ gap: 8, paddingVertical: 14, borderTopWidth: 1, borderTopColor: rule }}
    >
      <View style={{ flexDirection: "row", gap: 16, alignItems: "flex-start" }}>
        <View style={{ flex: 1 }}>
          <Text kind="strong">{plainOf(question.text)}</Text>
          <Text kind="small" color={quiet}>
            {`${KIND_WORDS[question.kind]} · asked ${asked}${unanswered > 0 ? `, ${unanswered} without an answer` : ""}`}
          </Text>
        </View>
        {difficulty === null ? null : (
          <View style={{ width: 120, gap: 4 }}>
            <Text kind="smallStrong" style={{ textAlign: "right", fontVariant: ["tabular-nums"] }}>
              {`${sayPercent(difficulty)} right`}
            </Text>
            <ShareBar share={difficulty} height={8} />
          </View>
        )}
      </View>
      {said.map((text) => (
        <Text
          key={text}
          kind="small"
          color={flags.includes("negative") || flags.includes("rival") ? ember : quiet}
        >
          {text}
        </Text>
      ))}
      <Chosen line={line} />
      {onChange ? (
        <QuietAction
          label="Look at the key"
          says={`Look at the key: ${plainOf(question.text)}`}
          onPress={onChange}
        />
      ) : null}
    </View>
  );
}

/** How often each answer was given, what is right marked as such. */
function Chosen({ line: { question, chosen, places } }: { line: Line }) {
  const { quiet, leaf } = usePalette();
  const texts = new Map(
    "answers" in question ? question.answers.map(({ id, text }) => [id, plainOf(text)]) : [],
  );
  const isRight = (id: string) =>
    Array.isArray(question.right) ? question.right.includes(id) : String(question.right) === id;
  if (chosen.length > 0)
    return (
      <View style={{ gap: 2 }}>
        {chosen.map(({ answer, count }) => (
          <Text key={answer} kind="small" color={isRight(answer) ? leaf : quiet}>
            {`${count} × ${texts.get(answer) ?? (answer === "true" ? "True" : "False")}${isRight(answer) ? " (right)" : ""}`}
          </Text>
        ))}
      </View>
    );
  if (places.length > 0)
    return (
      <Text kind="small" color={quiet}>
        {`Right, place by place: ${places.join(", ")}`}
      </Text>
    );
  return null;
}

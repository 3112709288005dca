/** What each question tells: how many knew it, whether those who know more know it too, and what to do where it does not. */
import type { BankQuestion, QuestionAnalysis } from "@dawngate/contract/checks";
import { useState } from "react";
import { View } from "react-native";
import { useMay } from "../school/may";
import { explain } from "../store/api";
import { Coming } from "../store/coming";
import { Empty } from "../ui/empty";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { useToast } from "../ui/toast";
import { useGetAnalysisQuery, useGetQuizDraftQuery } from "./api";
import { CountSheet } from "./edit/count-sheet";
import { QuestionSheet } from "./edit/question-sheet";
import { useQuizPart } from "./edit/use-quiz-part";
import { plainOf } from "./kinds/kind";
import { MonthBars } from "./over-time";
import { QuestionTold } from "./question-told";
import { sayWhole } from "./say-analysis";
import { sayPercent } from "./say-rules";

interface Props {
  place: { school: string; course: string; lesson: string };
  /** Only people of this cohort; null: everybody. */
  cohort: string | null;
}
type Line = QuestionAnalysis["questions"][number];

const MARKED_AGAIN = "Kept. Attempts are marked again, and whoever passes by it has passed.";

export function AnalysisPart({ place, cohort }: Props) {
  const { quiet } = usePalette();
  const { data, error, refetch } = useGetAnalysisQuery(
    { ...place, cohort },
    { refetchOnMountOrArgChange: true },
  );
  const mayEdit = useMay(place.school)("courses.edit");
  const { data: draft } = useGetQuizDraftQuery(place, { skip: !mayEdit });
  const { quiz, keep, error: refused } = useQuizPart(place, !mayEdit);
  const [changing, setChanging] = useState<BankQuestion | null>(null);
  const [counting, setCounting] = useState<Line | null>(null);
  const say = useToast();
  /** The quiz asks another question in place of the one that became it. */
  const askInstead = (became: Readonly<Record<string, string>>) =>
    keep((part) => ({
      ...part,
      parts: part.parts.map((one) => ({
        ...one,
        ask: one.ask.map((ask) => (typeof ask === "string" ? (became[ask] ?? ask) : ask)),
      })),
    }));
  const kept = async (became: Readonly<Record<string, string>>) => {
    setChanging(null);
    const other = Object.keys(became).length > 0;
    if (other && !(await askInstead(became)))
      say({ says: "Kept as another question; put it into the quiz in the outline." });
    else
      say({
        says: other
          ? "Kept for new attempts; those on record keep what they were asked."
          : MARKED_AGAIN,
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
  const out = new Set(quiz?.uncounted);
  // What needs a look stands first, what is left out at the end.
  const weight = ({ question, flags }: Line) =>
    out.has(question.id) ? -1 : flags.filter((flag) => flag !== "few").length;
  const lines = [...data.questions].sort((a, b) => weight(b) - weight(a));
  return (
    <View style={{ gap: 16 }}>
      {refused ? <Notice {...explain(refused)} /> : null}
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
      <MonthBars months={data.months} />
      <View role="list" aria-label="Questions">
        {lines.map((line) => {
          const row = bank.get(line.question.id);
          return (
            <QuestionTold
              key={line.question.id}
              line={line}
              months={data.months}
              isOut={out.has(line.question.id)}
              onChange={row ? () => setChanging(row) : null}
              onCount={quiz ? () => setCounting(line) : null}
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
      {counting && quiz ? (
        <CountSheet
          place={place}
          quiz={quiz}
          question={counting.question.id}
          text={plainOf(counting.question.text)}
          onKeep={async (uncounted) => {
            setCounting(null);
            if (!(await keep((part) => ({ ...part, uncounted })))) return;
            void refetch();
            say({ says: MARKED_AGAIN });
          }}
          onClose={() => setCounting(null)}
        />
      ) : null}
    </View>
  );
}

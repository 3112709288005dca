/** One question is changed: as it is asked on a phone beside it; where it was asked already, for whom the change holds. */
import type { BankQuestion, MarkedAgain, QuizDraft } from "@dawngate/contract/checks";
import { type Question, questionFaults } from "@dawngate/core/checks";
import { askedOf } from "@dawngate/core/checks/asked";
import { useState } from "react";
import { View } from "react-native";
import { explain } from "../../store/api";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useKeepQuestionsMutation, useLookAtMarksMutation } from "../api";
import { QuestionView } from "../lazy-pieces";
import { SeenFirst } from "./marked-people";
import type { Place } from "./place";
import { QuestionEditor } from "./question-editor";

interface Props {
  place: Place;
  row: BankQuestion;
  files: QuizDraft["files"];
  onKept(rows: BankQuestion[], became: Readonly<Record<string, string>>): void;
  onClose(): void;
}

export function QuestionSheet({ place, row, files, onKept, onClose }: Props) {
  const { quiet, paper, line } = usePalette();
  const [question, setQuestion] = useState<Question>(row.question);
  /** Pictures that were brought a moment ago. */
  const [brought, setBrought] = useState<QuizDraft["files"]>({});
  const [tried, setTried] = useState<unknown>(null);
  const [seen, setSeen] = useState<MarkedAgain | null>(null);
  const [keep, keeping] = useKeepQuestionsMutation();
  const [look, looking] = useLookAtMarksMutation();
  const change = (whom: "everybody" | "new") => ({
    school: place.school,
    body: {
      place: { course: place.course, lesson: place.lesson },
      for: whom,
      questions: [{ question, number: row.number }],
    },
  });
  const put = async (whom: "everybody" | "new") => {
    const answer = await keep(change(whom));
    if ("data" in answer && answer.data) onKept(answer.data.questions, answer.data.became);
  };
  const see = async () => {
    const answer = await look(change("everybody"));
    if ("data" in answer && answer.data) setSeen(answer.data);
  };
  const error = keeping.error ?? looking.error;
  const wrong = questionFaults(question).length > 0;
  return (
    <Sheet title="The question" broad onClose={onClose}>
      {error ? <Notice {...explain(error)} /> : null}
      <QuestionEditor
        school={place.school}
        question={question}
        onBrought={(file) => setBrought((before) => ({ ...before, [file.id]: file }))}
        onQuestion={(next) => {
          setQuestion(next);
          setSeen(null);
        }}
      />
      {row.usedIn > 1 ? (
        <Text kind="small" color={quiet}>
          {`${row.usedIn} lessons ask it; it changes in all of them.`}
        </Text>
      ) : null}
      {row.asked === 0 ? (
        <PrimaryAction
          label="Keep"
          disabled={wrong}
          busy={keeping.isLoading}
          onPress={() => void put("new")}
        />
      ) : (
        <View style={{ gap: 10 }}>
          <Text kind="small" color={quiet}>
            {`It was asked in ${row.asked >= 1000 ? "1,000 or more" : row.asked} attempt${row.asked === 1 ? "" : "s"}.`}
          </Text>
          {seen ? (
            <SeenFirst
              marked={seen}
              disabled={wrong}
              busy={keeping.isLoading}
              onKeep={() => void put("everybody")}
            />
          ) : (
            <PrimaryAction
              label="For everybody: see whom it touches"
              disabled={wrong}
              busy={looking.isLoading}
              onPress={() => void see()}
            />
          )}
          <QuietAction
            label="Keep for new attempts alone"
            disabled={wrong}
            busy={keeping.isLoading}
            onPress={() => void put("new")}
          />
        </View>
      )}
      <View style={{ gap: 6 }}>
        <Text kind="small" color={quiet}>
          As it is asked on a phone
        </Text>
        <View
          style={{
            width: "100%",
            maxWidth: 390,
            borderWidth: 1,
            borderColor: line,
            borderRadius: 22,
            padding: 18,
            backgroundColor: paper,
          }}
        >
          <QuestionView
            question={askedOf(question, "seen")}
            number={1}
            answer={tried}
            files={{ ...files, ...brought }}
            onAnswer={setTried}
          />
        </View>
      </View>
    </Sheet>
  );
}

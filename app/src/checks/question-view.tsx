/** A question as it is asked: what is asked, what it is worth, and the field it is answered in. */
import type { ShownFile } from "@dawngate/contract/files";
import type { AskedQuestion } from "@dawngate/core/checks";
import { View } from "react-native";
import { Markdown } from "../lessons/written";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { FIELDS } from "./kinds";
import { sayPoints } from "./say-rules";

interface Props {
  question: AskedQuestion;
  /** Which one it is, from 1. */
  number: number;
  answer: unknown;
  files: Readonly<Record<string, ShownFile>>;
  onAnswer(answer: unknown, resting?: boolean): void;
}

export function QuestionView({ question, number, answer, files, onAnswer }: Props) {
  const { quiet } = usePalette();
  const Field = FIELDS[question.kind];
  return (
    <View role="group" aria-label={`Question ${number}`} style={{ gap: 14 }}>
      <View style={{ gap: 4 }}>
        <Text kind="small" color={quiet}>
          {`Question ${number} · ${sayPoints(question.points)}`}
        </Text>
        {question.kind === "gap" ? null : <Markdown text={question.text} files={files} />}
      </View>
      <Field
        question={question}
        answer={answer as never}
        files={files}
        onAnswer={onAnswer as never}
      />
    </View>
  );
}

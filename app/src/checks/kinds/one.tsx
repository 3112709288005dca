/** One answer is right. */
import { View } from "react-native";
import type { AnswerProps } from "./kind";
import { Marked } from "./marked";

export function One({ question, answer, files, onAnswer }: AnswerProps<string>) {
  return (
    <View role="radiogroup" aria-label="Answers" style={{ gap: 10 }}>
      {question.answers.map(({ id, text }) => (
        <Marked
          key={id}
          text={text}
          files={files}
          taken={answer === id}
          onPress={() => onAnswer(id)}
        />
      ))}
    </View>
  );
}

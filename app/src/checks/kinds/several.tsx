/** Several answers are right. */
import { View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { toggled } from "../../ui/toggled";
import type { AnswerProps } from "./kind";
import { Marked } from "./marked";

export function Several({ question, answer, files, onAnswer }: AnswerProps<string[]>) {
  const { quiet } = usePalette();
  const ticked = answer ?? [];
  return (
    <View role="group" aria-label="Answers" style={{ gap: 10 }}>
      <Text kind="small" color={quiet}>
        Tick all that are right.
      </Text>
      {question.answers.map(({ id, text }) => (
        <Marked
          key={id}
          many
          text={text}
          files={files}
          taken={ticked.includes(id)}
          onPress={() => onAnswer(toggled(ticked, id))}
        />
      ))}
    </View>
  );
}

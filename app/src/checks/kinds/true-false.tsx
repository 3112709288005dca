/** It is true, or it is not. */
import { View } from "react-native";
import type { AnswerProps } from "./kind";
import { Marked } from "./marked";

export function TrueFalse({ answer, onAnswer }: AnswerProps<boolean>) {
  return (
    <View role="radiogroup" aria-label="Answers" style={{ gap: 10 }}>
      {[true, false].map((one) => (
        <Marked
          key={String(one)}
          text={one ? "True" : "False"}
          files={{}}
          taken={answer === one}
          onPress={() => onAnswer(one)}
        />
      ))}
    </View>
  );
}

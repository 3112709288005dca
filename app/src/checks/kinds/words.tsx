/** A text in one's own words, looked through for keywords. */
import { TextField } from "../../ui/text-field";
import type { AnswerProps } from "./kind";

export function Words({ answer, onAnswer }: AnswerProps<string>) {
  return (
    <TextField
      label="In your own words"
      value={answer ?? ""}
      multiline
      maxLength={10_000}
      onChangeText={(text) => onAnswer(text, true)}
      style={{ minHeight: 120 }}
    />
  );
}

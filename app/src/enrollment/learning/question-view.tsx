/** A question and what was answered: who said it, when, at which place of the film. */
import type { Question } from "@dawngate/contract/learning";
import { sayPlace } from "@dawngate/core/lessons/seen";
import type { ReactNode } from "react";
import { View } from "react-native";
import { saidAt } from "../../ui/said-at";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  question: Question;
  zone: string;
  /** Said above it. */
  above?: ReactNode;
  /** Below an answer: what one can do about it. */
  underAnswer?(answer: Question["answers"][number]): ReactNode;
  children?: ReactNode;
}

export function QuestionView({ question, zone, above, underAnswer, children }: Props) {
  const { surface, line, quiet, lilac, leaf } = usePalette();
  const said = (name: string, mine: boolean, at: string) =>
    `${mine ? "You" : name}, ${saidAt(at, zone)}`;
  return (
    <View
      role="listitem"
      style={{
        backgroundColor: surface,
        borderWidth: 1,
        borderColor: line,
        borderRadius: 12,
        padding: 14,
        gap: 8,
      }}
    >
      {above}
      <Text kind="small" color={quiet}>
        {[
          said(question.name, question.mine, question.at),
          ...(question.place === null ? [] : [`at ${sayPlace(question.place)}`]),
          ...(question.hidden ? ["out of sight"] : []),
        ].join(" · ")}
      </Text>
      <Text>{question.text}</Text>
      {question.answers.map((answer) => (
        <View
          key={answer.id}
          style={{
            backgroundColor: lilac,
            borderLeftWidth: 4,
            borderLeftColor: answer.staff ? leaf : line,
            borderRadius: 6,
            paddingVertical: 8,
            paddingHorizontal: 12,
            gap: 4,
            opacity: answer.hidden ? 0.7 : 1,
          }}
        >
          <Text kind="small" color={quiet}>
            {[
              said(answer.name, answer.mine, answer.at),
              ...(answer.staff ? ["answers for the school"] : []),
              ...(answer.hidden ? ["out of sight"] : []),
            ].join(" · ")}
          </Text>
          <Text>{answer.text}</Text>
          {underAnswer?.(answer)}
        </View>
      ))}
      {children}
    </View>
  );
}

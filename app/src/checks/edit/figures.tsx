/** What a quiz comes to, while it is made: questions, points, the mark in points, how long it takes, and what is wrong. */
import type { BankQuestion } from "@dawngate/contract/checks";
import { figuresOf, minutesIn } from "@dawngate/core/checks";
import type { PartOf } from "@dawngate/core/lessons";
import { countAsks } from "@dawngate/core/plan/asks";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { sayMinutes, sayPercent, sayPoints } from "../say-rules";
import { quizOf } from "./quiz-of";

interface Props {
  quiz: PartOf<"quiz">;
  bank: ReadonlyMap<string, BankQuestion>;
  onMinutes(minutes: number): void;
}

export function Figures({ quiz, bank, onMinutes }: Props) {
  const { quiet, ember, apricotPale, apricotInk } = usePalette();
  const file = quizOf("", quiz, bank);
  const figures = figuresOf(file, minutesIn(quiz.limit));
  const wanted = countAsks(quiz);
  if (wanted === 0)
    return (
      <Text kind="small" color={quiet}>
        It asks nothing yet: type the first questions below.
      </Text>
    );
  const { least, most } = figures.points;
  const points = least === most ? sayPoints(least) : `${least} to ${sayPoints(most)}`;
  const missing = wanted - figures.asks;
  return (
    <View style={{ gap: 8 }}>
      <Text kind="strong">
        {`${figures.asks} question${figures.asks === 1 ? "" : "s"}, ${points}; ${figures.toPass} ${least === most ? "" : "on the poorest paper "}pass; about ${sayMinutes(figures.minutes)}`}
      </Text>
      <QuietAction
        label={`Take ${sayMinutes(figures.minutes)} as its length`}
        onPress={() => onMinutes(figures.minutes)}
      />
      {missing > 0 ? (
        <Text kind="small" color={ember}>
          {`${missing} of what it asks ${missing === 1 ? "is" : "are"} not in the bank: draw fewer, or type more questions of that category.`}
        </Text>
      ) : null}
      {figures.snags.map(({ attempt, reach, weight }) => (
        <View
          key={attempt}
          style={{ backgroundColor: apricotPale, borderRadius: 8, padding: 12, gap: 4 }}
        >
          <Text kind="smallStrong" color={apricotInk}>
            {weight === "stops"
              ? "Nobody can pass this"
              : `From attempt ${attempt} on nobody can pass any more`}
          </Text>
          <Text kind="small" color={apricotInk}>
            {`All that can be reached is ${sayPercent(reach)}; ${quiz.passMark} % pass. Lower the mark, the cost, or the points that are 100 %.`}
          </Text>
        </View>
      ))}
    </View>
  );
}

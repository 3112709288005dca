/** How a quiz counts, and whether and when an attempt can begin. */
import type { MyQuiz } from "@dawngate/contract/checks";
import { sayInstant } from "@dawngate/core/schedule/words";
import { instantIn, wholeMinute, zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { capital } from "../ui/capital";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { inWords, sayAttempts, sayQuiz } from "./say-rules";

export function Before({ quiz }: { quiz: MyQuiz }) {
  const { quiet } = usePalette();
  const { rules } = quiz;
  return (
    <View style={{ gap: 6 }}>
      <Text>{sayQuiz(rules)}</Text>
      <Text kind="small" color={quiet}>
        {sayAttempts(rules)}
      </Text>
      {rules.limit === null ? null : (
        <Text kind="small" color={quiet}>
          The time runs from the moment you begin, also while you are away.
        </Text>
      )}
      <Text kind="strong">{sayNext(quiz)}</Text>
    </View>
  );
}

/** What may come next, in a sentence. */
export function sayNext({ next, attempts, attemptsLeft, shut, zone, passed }: MyQuiz): string {
  const left =
    attemptsLeft === null || attempts.length === 0
      ? ""
      : ` ${attemptsLeft === 1 ? "One attempt is" : `${capital(inWords(attemptsLeft))} attempts are`} left.`;
  switch (next.state) {
    case "running":
      return "An attempt runs; go on with it.";
    case "none-left":
      return passed
        ? "All attempts have been made."
        : "All attempts have been made. Ask the school if you need another.";
    case "all-right":
      return "Everything is right.";
    case "closed":
      return "This quiz takes no more attempts.";
    case "later":
      return `The next attempt can begin ${sayInstant(wholeMinute(instantIn(next.from ?? "")), zoneOf(zone), false)}.${left}`;
    case "now":
      return (
        shut ?? (attempts.length === 0 ? "You can begin now." : `You can try again now.${left}`)
      );
  }
}

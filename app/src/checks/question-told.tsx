/** What one question tells: how many knew it, month by month too, which answers were given, and what one can do about it. */
import type { QuestionAnalysis } from "@dawngate/contract/checks";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { ShareBar } from "../ui/share-bar";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { KIND_WORDS } from "./edit/kind-words";
import { plainOf } from "./kinds/kind";
import { SmallBars } from "./over-time";
import { sayFlags } from "./say-analysis";
import { sayPercent } from "./say-rules";

type Line = QuestionAnalysis["questions"][number];

interface Props {
  line: Line;
  months: QuestionAnalysis["months"];
  /** It is asked no more, and counts nowhere. */
  isOut: boolean;
  /** null: one may not. */
  onChange: (() => void) | null;
  onCount: (() => void) | null;
}

export function QuestionTold({ line, months, isOut, onChange, onCount }: Props) {
  const { quiet, ember, line: rule } = usePalette();
  const { question, asked, unanswered, difficulty, flags, overTime } = line;
  const text = plainOf(question.text);
  const count = isOut ? "Let it count again" : "Leave it out of the count";
  return (
    <View
      role="listitem"
      style={{ gap: 8, paddingVertical: 14, borderTopWidth: 1, borderTopColor: rule }}
    >
      <View style={{ flexDirection: "row", gap: 16, alignItems: "flex-start" }}>
        <View style={{ flex: 1 }}>
          <Text kind="strong">{text}</Text>
          <Text kind="small" color={quiet}>
            {isOut
              ? `${KIND_WORDS[question.kind]} · left out: it is asked no more, and counts in nobody's attempt`
              : `${KIND_WORDS[question.kind]} · asked ${asked}${unanswered > 0 ? `, ${unanswered} without an answer` : ""}`}
          </Text>
        </View>
        {difficulty === null ? null : (
          <View style={{ width: 120, gap: 4 }}>
            <Text kind="smallStrong" style={{ textAlign: "right", fontVariant: ["tabular-nums"] }}>
              {`${sayPercent(difficulty)} right`}
            </Text>
            <ShareBar share={difficulty} height={8} />
            <SmallBars label="Right" months={months} shares={overTime} />
          </View>
        )}
      </View>
      {isOut ? null : (
        <>
          {sayFlags(line).map((text) => (
            <Text
              key={text}
              kind="small"
              color={flags.includes("negative") || flags.includes("rival") ? ember : quiet}
            >
              {text}
            </Text>
          ))}
          <Chosen line={line} />
        </>
      )}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}>
        {onChange ? (
          <QuietAction
            label="Look at the key"
            says={`Look at the key: ${text}`}
            onPress={onChange}
          />
        ) : null}
        {onCount ? (
          <QuietAction label={count} says={`${count}: ${text}`} onPress={onCount} />
        ) : null}
      </View>
    </View>
  );
}

/** How often each answer was given, what is right marked as such. */
function Chosen({ line: { question, chosen, places } }: { line: Line }) {
  const { quiet, leaf } = usePalette();
  const texts = new Map(
    "answers" in question ? question.answers.map(({ id, text }) => [id, plainOf(text)]) : [],
  );
  const isRight = (id: string) =>
    Array.isArray(question.right) ? question.right.includes(id) : String(question.right) === id;
  if (chosen.length > 0)
    return (
      <View style={{ gap: 2 }}>
        {chosen.map(({ answer, count }) => (
          <Text key={answer} kind="small" color={isRight(answer) ? leaf : quiet}>
            {`${count} × ${texts.get(answer) ?? (answer === "true" ? "True" : "False")}${isRight(answer) ? " (right)" : ""}`}
          </Text>
        ))}
      </View>
    );
  if (places.length > 0)
    return (
      <Text kind="small" color={quiet}>
        {`Right, place by place: ${places.join(", ")}`}
      </Text>
    );
  return null;
}

/** An attempt answer by answer: what was given, what it earned and why, what is right, and why that is so. */
import type { AttemptSeen } from "@dawngate/contract/checks";
import { View } from "react-native";
import { Markdown } from "../lessons/written";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayAnswer } from "./say-answer";
import { sayPoints } from "./say-rules";

type Line = NonNullable<AttemptSeen["questions"]>[number];

export function ReviewedAnswers({
  lines,
  files,
  whose = "you",
}: {
  lines: readonly Line[];
  files: AttemptSeen["files"];
  whose?: "you" | "they";
}) {
  return (
    <View role="list" aria-label="Answers" style={{ gap: 18 }}>
      {lines.map((line, i) => (
        <ReviewedAnswer key={line.question.id} {...{ line, files, whose }} number={i + 1} />
      ))}
    </View>
  );
}

function ReviewedAnswer({
  line,
  files,
  whose,
  number,
}: {
  line: Line;
  files: AttemptSeen["files"];
  whose: "you" | "they";
  number: number;
}) {
  const { quiet, leaf, ember, line: rule, surface } = usePalette();
  const { question, answer, points, why, right, explanation, asked, arrived } = line;
  const whole = points === question.points;
  const color = whole ? leaf : points === 0 ? ember : quiet;
  return (
    <View
      role="listitem"
      style={{
        gap: 8,
        borderLeftWidth: 4,
        borderLeftColor: color,
        backgroundColor: surface,
        borderRadius: 8,
        borderColor: rule,
        paddingVertical: 12,
        paddingHorizontal: 16,
      }}
    >
      <View style={{ flexDirection: "row", gap: 12, justifyContent: "space-between" }}>
        <Text kind="small" color={quiet}>{`Question ${number}`}</Text>
        <Text kind="smallStrong" color={color} style={{ fontVariant: ["tabular-nums"] }}>
          {points === null ? "" : `${points} of ${sayPoints(question.points)}`}
        </Text>
      </View>
      <Markdown text={question.text} files={files} />
      {asked ? (
        <Said
          label={whose === "you" ? "You answered" : "Answered"}
          text={sayAnswer(question, answer)}
        />
      ) : null}
      <Text kind="small" color={color}>
        {why}
      </Text>
      {whole ? null : <Said label="Right is" text={sayAnswer(question, right, true)} />}
      {arrived ? (
        <Text kind="small" color={quiet}>
          Given without a connection; it arrived later.
        </Text>
      ) : null}
      {explanation ? <Markdown text={explanation} files={files} /> : null}
    </View>
  );
}

function Said({ label, text }: { label: string; text: string }) {
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 2 }}>
      <Text kind="small" color={quiet}>
        {label}
      </Text>
      <Text>{text}</Text>
    </View>
  );
}

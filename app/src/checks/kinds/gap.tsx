/** A text with gaps, each filled where it stands. */
import { View } from "react-native";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import type { AnswerProps } from "./kind";

/** What an answer may hold (checks.md). */
const LONGEST = 10_000;

export function Gap({ question, answer, onAnswer }: AnswerProps<(string | null)[]>) {
  const texts = Array.from({ length: question.gaps }, (_, i) => answer?.[i] ?? "");
  const fill = (place: number, text: string) =>
    onAnswer(
      texts.map((one, i) => (i === place ? text : one)),
      true,
    );
  const field = (place: number) => (
    <TextField
      key={`gap ${place}`}
      label={`Gap ${place + 1}`}
      value={texts[place] ?? ""}
      maxLength={LONGEST}
      autoCapitalize="none"
      onChangeText={(text) => fill(place, text)}
      style={{ minWidth: 150, flexGrow: 0 }}
    />
  );
  const pieces = question.text.split(/\{(\d+)\}/);
  const shown = new Set<number>();
  return (
    <View style={{ gap: 12 }}>
      <View
        style={{
          flexDirection: "row",
          flexWrap: "wrap",
          alignItems: "center",
          columnGap: 6,
          rowGap: 10,
        }}
      >
        {pieces.flatMap((piece, i) => {
          if (i % 2 === 1) {
            const place = Number(piece) - 1;
            if (place < 0 || place >= question.gaps || shown.has(place)) return [];
            shown.add(place);
            return [field(place)];
          }
          // Word by word, so that a line breaks where text does.
          return (
            piece
              .split(/\s+/)
              .filter((word) => word !== "")
              // biome-ignore lint/suspicious/noArrayIndexKey: words stand in their order, and none ever moves
              .map((word, j) => <Text key={`${i} ${j} ${word}`}>{word}</Text>)
          );
        })}
      </View>
      {/* Gaps that its text does not show are filled all the same. */}
      {texts.map((_, place) => (shown.has(place) ? null : field(place)))}
    </View>
  );
}

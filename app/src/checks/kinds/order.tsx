/** What comes first: moved up and down by pressing, so that no hand has to drag (WCAG 2.2, 2.5.7). */
import { View } from "react-native";
import { Markdown } from "../../lessons/written";
import { QuietAction } from "../../ui/action";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type AnswerProps, plainOf } from "./kind";

export function Order({ question, answer, files, onAnswer }: AnswerProps<string[]>) {
  const { line, quiet, surface } = usePalette();
  const shown = question.answers.map(({ id }) => id);
  const order = answer && answer.length === shown.length ? answer : shown;
  const texts = new Map(question.answers.map(({ id, text }) => [id, text]));
  const move = (place: number, by: -1 | 1) => {
    const next = [...order];
    const [one] = next.splice(place, 1);
    if (one === undefined) return;
    next.splice(place + by, 0, one);
    onAnswer(next);
  };
  const untouched = answer == null || answer.length === 0;
  return (
    <View style={{ gap: 10 }}>
      <View role="list" aria-label="The order" style={{ gap: 8 }}>
        {order.map((id, i) => {
          const text = texts.get(id) ?? "";
          return (
            <View
              role="listitem"
              key={id}
              style={{
                flexDirection: "row",
                alignItems: "center",
                gap: 10,
                borderWidth: 1,
                borderColor: line,
                borderRadius: 10,
                backgroundColor: surface,
                paddingVertical: 4,
                paddingLeft: 14,
                paddingRight: 6,
              }}
            >
              <Text kind="strong" color={quiet} style={{ minWidth: 18 }}>
                {String(i + 1)}
              </Text>
              <View style={{ flex: 1 }}>
                {/!\[/.test(text) ? <Markdown text={text} files={files} /> : <Text>{text}</Text>}
              </View>
              <QuietAction
                label="↑"
                says={`${plainOf(text)} up`}
                tight
                disabled={i === 0}
                onPress={() => move(i, -1)}
              />
              <QuietAction
                label="↓"
                says={`${plainOf(text)} down`}
                tight
                disabled={i === order.length - 1}
                onPress={() => move(i, 1)}
              />
            </View>
          );
        })}
      </View>
      {untouched ? (
        <QuietAction label="It is right as it stands" onPress={() => onAnswer([...order])} />
      ) : null}
    </View>
  );
}

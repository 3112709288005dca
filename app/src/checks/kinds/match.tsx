/** What belongs to what: each item on the left is given one of the answers, by pressing it and choosing. */
import { useState } from "react";
import { View } from "react-native";
import { Markdown } from "../../lessons/written";
import { QuietAction } from "../../ui/action";
import { Icon } from "../../ui/icon";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type AnswerProps, plainOf } from "./kind";
import { Marked } from "./marked";

export function Match({ question, answer, files, onAnswer }: AnswerProps<Record<string, string>>) {
  const { line, quiet, surface } = usePalette();
  const [open, setOpen] = useState<string | null>(null);
  const given = answer ?? {};
  const texts = new Map(question.answers.map(({ id, text }) => [id, text]));
  return (
    <View style={{ gap: 10 }}>
      {question.left.map(({ id, text }) => {
        const chosen = given[id];
        const said = chosen === undefined ? undefined : texts.get(chosen);
        return (
          <View
            key={id}
            style={{
              borderWidth: 1,
              borderColor: line,
              borderRadius: 10,
              backgroundColor: surface,
            }}
          >
            <Press aria-expanded={open === id} onPress={() => setOpen(open === id ? null : id)}>
              <View
                style={{
                  flexDirection: "row",
                  gap: 12,
                  alignItems: "center",
                  minHeight: 52,
                  paddingVertical: 10,
                  paddingHorizontal: 14,
                }}
              >
                <View style={{ flex: 1, gap: 2 }}>
                  {/!\[/.test(text) ? (
                    <Markdown text={text} files={files} />
                  ) : (
                    <Text kind="strong">{text}</Text>
                  )}
                  <Text kind="small" color={said === undefined ? quiet : undefined}>
                    {said === undefined ? "Choose what belongs to it" : plainOf(said)}
                  </Text>
                </View>
                <Icon name={open === id ? "chevron-up" : "chevron-down"} size={20} color={quiet} />
              </View>
            </Press>
            {open === id ? (
              <View
                role="radiogroup"
                aria-label={`What belongs to ${plainOf(text)}`}
                style={{ gap: 8, padding: 10 }}
              >
                {question.answers.map((one) => (
                  <Marked
                    key={one.id}
                    text={one.text}
                    files={files}
                    taken={chosen === one.id}
                    onPress={() => {
                      onAnswer({ ...given, [id]: one.id });
                      setOpen(null);
                    }}
                  />
                ))}
                {chosen === undefined ? null : (
                  <QuietAction
                    label="None of these"
                    onPress={() => {
                      const { [id]: _, ...rest } = given;
                      onAnswer(rest);
                      setOpen(null);
                    }}
                  />
                )}
              </View>
            ) : null}
          </View>
        );
      })}
    </View>
  );
}

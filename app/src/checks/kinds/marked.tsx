/** An answer among several, as wide as the question: a whole row to press, marked by a sign as well as by color. */
import type { ReactNode } from "react";
import { View } from "react-native";
import { Markdown } from "../../lessons/written";
import { Icon } from "../../ui/icon";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { type AnswerProps, plainOf } from "./kind";

interface Props {
  text: string;
  files: AnswerProps<unknown>["files"];
  taken: boolean;
  /** Several can be taken. */
  many?: boolean;
  onPress(): void;
  children?: ReactNode;
}

export function Marked({ text, files, taken, many = false, onPress }: Props) {
  const { dusk, line, lilac, quiet, surface } = usePalette();
  return (
    <Press
      role={many ? "checkbox" : "radio"}
      aria-checked={taken}
      aria-label={plainOf(text)}
      onPress={onPress}
      style={{
        borderWidth: 1,
        borderColor: taken ? dusk : line,
        borderRadius: 10,
        backgroundColor: taken ? lilac : surface,
        ...({ boxShadow: taken ? `inset 0 0 0 1px ${dusk}` : undefined } as object),
      }}
    >
      <View
        style={{
          flexDirection: "row",
          alignItems: "center",
          gap: 12,
          minHeight: 52,
          paddingVertical: 10,
          paddingHorizontal: 14,
        }}
      >
        {many ? (
          <Icon
            name={taken ? "checkbox-marked" : "checkbox-blank-outline"}
            size={22}
            color={taken ? dusk : quiet}
          />
        ) : (
          <Round taken={taken} />
        )}
        <View style={{ flex: 1 }}>
          {/!\[/.test(text) ? <Markdown text={text} files={files} /> : <Text>{text}</Text>}
        </View>
      </View>
    </Press>
  );
}

function Round({ taken }: { taken: boolean }) {
  const { dusk, quiet } = usePalette();
  return (
    <View
      style={{
        width: 20,
        height: 20,
        borderRadius: 10,
        borderWidth: 2,
        borderColor: taken ? dusk : quiet,
        alignItems: "center",
        justifyContent: "center",
      }}
    >
      {taken ? (
        <View style={{ width: 10, height: 10, borderRadius: 5, backgroundColor: dusk }} />
      ) : null}
    </View>
  );
}

/** Own words for what a course is made of: each field shows what holds where nothing is said. */
import {
  DEFAULT_WORDS,
  type OwnWords,
  WORD_KEYS,
  type WordKey,
  wordsOf,
} from "@dawngate/core/courses";
import { useState } from "react";
import { View } from "react-native";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";

interface Props {
  words: OwnWords;
  /** The school's, for a course's own. */
  inherited?: OwnWords;
  says: string;
  /** One word that has changed; empty: none any more. */
  onWords(words: OwnWords): void;
}

const LABELS: Record<WordKey, string> = {
  course: "Word for a course",
  module: "Word for a module",
  modules: "and for several modules",
  lesson: "Word for a lesson",
  lessons: "and for several lessons",
  done: "What the button says when a lesson is done",
};

export function OwnWordsFields({ words, inherited = {}, says, onWords }: Props) {
  const { quiet } = usePalette();
  const [typed, setTyped] = useState<OwnWords>({});
  const held = wordsOf(inherited);
  return (
    <View role="group" aria-label="Own words" style={{ gap: 10 }}>
      <Text kind="strong">Own words</Text>
      <Text kind="small" color={quiet}>
        {says}
      </Text>
      {WORD_KEYS.map((key) => (
        <TextField
          key={key}
          label={LABELS[key]}
          placeholder={held[key] ?? DEFAULT_WORDS[key]}
          value={typed[key] ?? words[key] ?? ""}
          maxLength={40}
          onChangeText={(text) => setTyped({ ...typed, [key]: text })}
          onBlur={() => {
            const next = typed[key]?.trim();
            if (next === undefined || next === (words[key] ?? "")) return;
            // This word alone: another that is still on its way must not be lost.
            onWords({ [key]: next });
          }}
        />
      ))}
    </View>
  );
}

/** A film's chapters, typed as a list: a line each, where it begins and what it is called. */
import { readPlace, sayPlace } from "@dawngate/core/lessons/seen";
import { useState } from "react";
import { View } from "react-native";
import { HelperText } from "react-native-paper";
import { TextField } from "../../../ui/text-field";

type Chapters = { at: number; title: string }[];

/** `0:00 Before the first fold`, a line each; what is no chapter is named. */
export function readChapters(text: string): { chapters: Chapters; wrong: string | null } {
  const chapters: Chapters = [];
  for (const line of text.split("\n").map((one) => one.trim())) {
    if (line === "") continue;
    const found = /^((?:\d{1,2}:)?\d{1,3}:\d{2})\s*[-–.)]?\s*(.+)$/.exec(line);
    const at = readPlace(found?.[1] ?? "");
    if (!found || at === null) return { chapters, wrong: line };
    chapters.push({ at, title: (found[2] ?? "").slice(0, 200) });
  }
  return { chapters: chapters.sort((a, b) => a.at - b.at), wrong: null };
}

export function ChaptersField({
  chapters,
  onChange,
}: {
  chapters: readonly { at: number; title: string }[];
  onChange(chapters: Chapters): void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? chapters.map(({ at, title }) => `${sayPlace(at)} ${title}`).join("\n");
  const { wrong, chapters: read } = readChapters(shown);
  return (
    <View>
      <TextField
        label="Chapters, a line each: 0:00 Title"
        multiline
        value={shown}
        error={wrong !== null}
        onChangeText={setTyped}
        onBlur={() => {
          if (typed === null || wrong !== null) return;
          setTyped(null);
          onChange(read.slice(0, 200));
        }}
        style={{ minHeight: 112 }}
      />
      {wrong !== null && typed !== null ? (
        <HelperText type="error">{`“${wrong.slice(0, 60)}” has no time in front, as 1:20`}</HelperText>
      ) : null}
    </View>
  );
}

/** The field of a lesson's text: kept while it is typed; what the server refuses stays in it. */
import type { LessonDraft } from "@dawngate/contract/lessons";
import { useEffect, useReducer, useRef, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../courses/api";
import { explain, isPassing } from "../store/api";
import { Notice } from "../ui/notice";
import { Text } from "../ui/text";
import { TextField } from "../ui/text-field";
import { usePalette } from "../ui/theme";
import { useGetLessonDraftQuery, useKeepLessonMutation } from "./api";
import { readLeft, writeLeft } from "./left-texts";
import { TextKeeper, type TextState } from "./text-keeper";

interface Props {
  place: InCourse;
  lesson: string;
  onKept(text: string): void;
}

export function LessonTextField(props: Props) {
  const { quiet } = usePalette();
  const { place, lesson } = props;
  const { currentData, error, isFetching, refetch } = useGetLessonDraftQuery(
    { ...place, lesson },
    { refetchOnMountOrArgChange: true },
  );
  /** As it was when it was opened: what is kept from here on is known here. */
  const [opened, setOpened] = useState<LessonDraft | null>(null);
  useEffect(() => {
    if (currentData && !isFetching) setOpened((before) => before ?? currentData);
  }, [currentData, isFetching]);
  if (opened) return <OpenedText {...props} opened={opened} />;
  // A lesson that was added a moment ago may still be on its way.
  if (error && !isFetching) return <Notice {...explain(error)} onRetry={refetch} />;
  return <Text color={quiet}>Loading the text…</Text>;
}

const SAYINGS: Record<TextState, string> = {
  kept: "Kept. A text needs no publishing.",
  typing: "Kept in this browser; sent as you pause",
  keeping: "Keeping…",
  failed: "Kept in this browser, not by the server yet",
};

function OpenedText({ place, lesson, onKept, opened }: Props & { opened: LessonDraft }) {
  const { quiet } = usePalette();
  const [keep] = useKeepLessonMutation();
  const [, draw] = useReducer((times: number) => times + 1, 0);
  const told = useRef(onKept);
  told.current = onKept;
  const keeper = useRef<TextKeeper | null>(null);
  keeper.current ??= new TextKeeper(
    opened,
    {
      send: async (text, revision) => {
        const kept = await keep({ ...place, lesson, body: { text, revision } }).unwrap();
        told.current(kept.text);
        return kept;
      },
      write: (left) => writeLeft(place, lesson, left),
      heard: () => draw(),
      passes: isPassing,
    },
    readLeft(place, lesson),
  );
  const { current } = keeper;
  useEffect(() => {
    const write = () => current.write();
    window.addEventListener("pagehide", write);
    return () => {
      window.removeEventListener("pagehide", write);
      current.leave();
    };
  }, [current]);
  return (
    <View style={{ gap: 6 }}>
      <TextField
        multiline
        label="Text (Markdown)"
        value={current.text}
        onChangeText={(text) => current.type(text)}
        onBlur={() => current.leave()}
        style={{ minHeight: 180 }}
      />
      {current.error ? <Notice {...explain(current.error)} /> : null}
      <Text kind="small" color={quiet} role="status">
        {SAYINGS[current.state]}
      </Text>
    </View>
  );
}

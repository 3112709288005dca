/** The field of a lesson's text: kept while it is typed; what the server refuses stays in it. As it looks, or as Markdown. */
import type { ShownFile } from "@dawngate/contract/files";
import type { LessonDraft } from "@dawngate/contract/lessons";
import { acceptOf } from "@dawngate/core/lessons/file-types";
import { lazy, Suspense, useEffect, useReducer, useRef, useState } from "react";
import { View } from "react-native";
import type { InCourse } from "../../courses/api";
import { explain, isPassing } from "../../store/api";
import { QuietAction } from "../../ui/action";
import { Notice } from "../../ui/notice";
import { Skeleton } from "../../ui/skeleton";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useKeepLessonMutation } from "../api";
import { LinkField } from "../kinds/link-field";
import { readLeft, writeLeft } from "../left-texts";
import { TextKeeper, type TextState, UNKEPT } from "../text-keeper";
import type { RichTextProps, WritingTools } from "../write/rich-text-props";
import { RevisionsSheet } from "./revisions-sheet";
import { keptBy } from "./use-opened";

/** Fetched where somebody writes. */
const RichText = lazy(async () => {
  const [{ RichText: Field }, { ownMarked }, { bring, BringingRows }] = await Promise.all([
    import("../write/pieces"),
    import("../markdown"),
    import("../../files/pieces"),
  ]);
  const tools = { ...TOOLS, bring, Rows: BringingRows, parser: ownMarked() };
  return {
    default: (props: Omit<RichTextProps, "tools">) => <Field {...props} tools={tools} />,
  };
});

interface Props {
  place: InCourse;
  lesson: string;
  opened: LessonDraft;
  files: Readonly<Record<string, ShownFile>>;
  /** As it is typed. */
  onText(text: string): void;
  onKept(text: string): void;
  onBrought(file: ShownFile): void;
}

const SAYINGS: Record<TextState, string> = {
  kept: "Kept. A text needs no publishing.",
  ...UNKEPT,
};

const TOOLS: Pick<WritingTools, "Link" | "pictures"> = {
  Link: LinkField,
  pictures: acceptOf("picture"),
};

/** Whether one writes Markdown, in this browser. */
const PLAIN = "dawngate-writes-markdown";
const writesPlain = (): boolean => {
  try {
    return localStorage.getItem(PLAIN) === "yes";
  } catch {
    return false;
  }
};

export function LessonTextField(props: Props) {
  const { place, lesson, opened, files, onText, onBrought } = props;
  const { quiet } = usePalette();
  const [plain, setPlain] = useState(writesPlain);
  const [earlier, setEarlier] = useState(false);
  /** Counts the texts that were brought back: the editor begins anew with each. */
  const [brought, setBrought] = useState(0);
  const current = useTextKeeper(props);
  const type = (text: string) => {
    current.type(text);
    onText(text);
  };
  const turn = () => {
    try {
      localStorage.setItem(PLAIN, plain ? "no" : "yes");
    } catch {
      // A browser that keeps nothing.
    }
    setPlain(!plain);
  };
  return (
    <View style={{ gap: 6 }}>
      {plain ? (
        <TextField
          multiline
          label="Text (Markdown)"
          value={current.text}
          onChangeText={type}
          onBlur={() => current.leave()}
          style={{ minHeight: 180 }}
        />
      ) : (
        <Suspense fallback={<Skeleton widths={[1, 0.9, 0.95, 0.4]} />}>
          <RichText
            key={`${lesson} ${opened.revision} ${brought}`}
            school={place.school}
            label="Text"
            value={current.text}
            files={files}
            onChange={type}
            onBrought={onBrought}
            onBlur={() => current.leave()}
          />
        </Suspense>
      )}
      {current.error ? <Notice {...explain(current.error)} /> : null}
      <View style={{ flexDirection: "row", alignItems: "center", gap: 12, flexWrap: "wrap" }}>
        <Text kind="small" color={quiet} role="status" style={{ flexGrow: 1 }}>
          {SAYINGS[current.state]}
        </Text>
        <QuietAction label="Earlier texts" tight onPress={() => setEarlier(true)} />
        <QuietAction label={plain ? "As it looks" : "As Markdown"} tight onPress={turn} />
      </View>
      {earlier ? (
        <RevisionsSheet
          place={place}
          lesson={lesson}
          onBring={(text) => {
            type(text);
            current.leave();
            setBrought((times) => times + 1);
          }}
          onClose={() => setEarlier(false)}
        />
      ) : null}
    </View>
  );
}

/** Keeps what is typed: in the browser at once, with the server at a pause and as the field goes. */
function useTextKeeper({ place, lesson, opened, onKept }: Props): TextKeeper {
  const [keep] = useKeepLessonMutation(keptBy("text", place, lesson));
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
  return current;
}

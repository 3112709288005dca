/** From paper to outline: what is pasted is understood, corrected, compared with the course, and put in as one step. */
import type { Operation } from "@dawngate/core/courses";
import {
  type OutlineChange,
  outlineOf,
  type PaperRow,
  planChanges,
  readPaper,
} from "@dawngate/core/courses/paper";
import type { PlanCourse } from "@dawngate/core/plan";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { PrimaryAction, QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Notice } from "../../ui/notice";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { sayLength } from "../length";
import { ChangeList, type NamedChange } from "./change-list";
import { FileChoice } from "./file-choice";
import { PaperRows } from "./paper-rows";

interface Props {
  course: PlanCourse;
  /** What visitors read; empty where there is nothing yet. */
  description: string;
  newId(): string;
  perform(...operations: Operation[]): void;
  onDescribe(text: string): void;
  onClose(): void;
}

export function PaperSheet({ course, description, newId, perform, onDescribe, onClose }: Props) {
  const [text, setText] = useState("");
  const [rows, setRows] = useState<PaperRow[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const read = (given: string) => {
    setText(given);
    const found = readPaper(given).rows;
    setTrouble(found.length === 0 ? "There is nothing in it yet: paste an outline first." : null);
    setRows(found.length === 0 ? null : found);
  };
  return (
    <Sheet title="Paste an outline" onClose={onClose} broad>
      {rows === null ? (
        <Paste
          text={text}
          setText={setText}
          read={read}
          trouble={trouble}
          setTrouble={setTrouble}
        />
      ) : (
        <Understood
          course={course}
          description={description}
          rows={rows}
          setRows={setRows}
          newId={newId}
          onBack={() => setRows(null)}
          onPut={(operations, about) => {
            perform(...operations);
            if (about !== null) onDescribe(about);
            onClose();
          }}
        />
      )}
    </Sheet>
  );
}

interface PasteProps {
  text: string;
  setText(text: string): void;
  read(text: string): void;
  trouble: string | null;
  setTrouble(words: string | null): void;
}

function Paste({ text, setText, read, trouble, setTrouble }: PasteProps) {
  const { quiet } = usePalette();
  return (
    <>
      <Text color={quiet}>
        Paste the outline as it is: headings, bullets, numbers, indented lines, or rows copied from
        a spreadsheet. Lengths and kinds such as “(video, 7 min)” are understood. You see what
        becomes of each line before anything is written.
      </Text>
      <TextField
        multiline
        label="The outline"
        value={text}
        onChangeText={setText}
        style={{ minHeight: 240 }}
      />
      <FileChoice onText={read} onTrouble={setTrouble} />
      {trouble ? <Notice title="That is no outline" detail={trouble} /> : null}
      <PrimaryAction label="Read it" onPress={() => read(text)} />
    </>
  );
}

interface UnderstoodProps {
  course: PlanCourse;
  description: string;
  rows: PaperRow[];
  setRows(rows: PaperRow[]): void;
  newId(): string;
  onBack(): void;
  onPut(operations: Operation[], about: string | null): void;
}

function Understood({ course, description, rows, setRows, newId, onBack, onPut }: UnderstoodProps) {
  const { ember } = usePalette();
  const outline = useMemo(() => outlineOf(rows), [rows]);
  const changes = useMemo(
    () => named(planChanges(course, outline, newId)),
    [course, outline, newId],
  );
  const fresh = course.modules.length === 0;
  const [left, setLeft] = useState<ReadonlySet<string> | null>(null);
  // What is gone from the paper stays, unless its author says otherwise.
  const skipped =
    left ?? new Set(changes.filter(({ kind }) => kind === "gone").map(({ name }) => name));
  const taken = fresh ? changes : changes.filter(({ name }) => !skipped.has(name));
  const [rename, setRename] = useState(true);
  const [describes, setDescribes] = useState(description.trim() === "");
  const renames = outline.title !== null && outline.title !== course.title;
  const operations: Operation[] = [
    ...(renames && rename
      ? [{ type: "set-course", set: { title: outline.title } } as Operation]
      : []),
    ...taken.flatMap((change) => change.operations),
  ];
  const lessons = outline.modules.flatMap((module) => module.lessons);
  const minutes = lessons.reduce((sum, lesson) => sum + (lesson.minutes ?? 0), 0);
  const unclear = rows.filter((row) => row.unclear).length;
  const outside = rows.filter(({ role }) => role === "left-out").length;
  const says = [
    count(outline.modules.length, "module"),
    count(lessons.length, "lesson"),
    ...(minutes > 0 ? [sayLength(minutes)] : []),
  ].join(", ");
  return (
    <>
      <View style={{ gap: 4 }}>
        <Text kind="strong" role="status">
          {says}
        </Text>
        <Text kind="small" color={unclear > 0 ? ember : undefined}>
          {unclear > 0
            ? `${count(unclear, "line")} not understood: press it and say what it is. `
            : "Every line is understood. "}
          {outside > unclear ? `${count(outside - unclear, "line")} left out.` : ""}
        </Text>
      </View>
      <PaperRows rows={rows} onRows={setRows} />
      {renames || outline.text !== "" ? (
        <View role="group" aria-label="Besides" style={{ gap: 8, alignItems: "flex-start" }}>
          {renames ? (
            <Choice
              many
              label={`Call the course “${outline.title}”`}
              taken={rename}
              onPress={() => setRename(!rename)}
            />
          ) : null}
          {outline.text !== "" ? (
            <Choice
              many
              label={
                description.trim() === ""
                  ? "The text above the first module is what visitors read"
                  : "The text above the first module replaces what visitors read"
              }
              taken={describes}
              onPress={() => setDescribes(!describes)}
            />
          ) : null}
        </View>
      ) : null}
      {fresh ? null : <ChangeList changes={changes} skipped={skipped} onSkipped={setLeft} />}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 12 }}>
        <PrimaryAction
          label={fresh ? "Put it in" : `Take ${count(taken.length, "change")}`}
          disabled={operations.length === 0 && !(describes && outline.text !== "")}
          onPress={() => onPut(operations, describes && outline.text !== "" ? outline.text : null)}
        />
        <QuietAction label="Back to the text" onPress={onBack} />
      </View>
    </>
  );
}

/** Changes by names that stay the same when a line is corrected, also where two say the same. */
function named(changes: OutlineChange[]): NamedChange[] {
  const seen = new Map<string, number>();
  return changes.map((change) => {
    const { kind, what, title, was, module } = change;
    const says = JSON.stringify([kind, what, title, was, module]);
    const times = (seen.get(says) ?? 0) + 1;
    seen.set(says, times);
    return { ...change, name: `${says} ${times}` };
  });
}

const count = (number: number, what: string) => `${number} ${what}${number === 1 ? "" : "s"}`;

/** A gate typed as a sentence: completed word by word, taken as soon as it is understood; a column pasted at once. */
import type { Operation } from "@dawngate/core/courses";
import type { PlanCourse, PlanGate } from "@dawngate/core/plan";
import { completions, namesIn, readGate, writeGate } from "@dawngate/core/schedule/language";
import { useMemo } from "react";
import { View } from "react-native";
import { PrimaryAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { useTyped } from "../../ui/use-typed";
import { readColumn } from "./gate-column";

interface Props {
  course: PlanCourse;
  /** The row whose gate it is. */
  item: string;
  gate: PlanGate | null;
  /** What the school calls a lesson. */
  lesson: string;
  onGate(gate: PlanGate | null): void;
  perform(...operations: Operation[]): void;
}

export function GateWriting({ course, item, gate, lesson, onGate, perform }: Props) {
  const { ember, quiet } = usePalette();
  const names = useMemo(() => namesIn(course, lesson), [course, lesson]);
  const kept = writeGate(gate, names);
  const { text, typed, type, settle, forget } = useTyped(kept, (said) => {
    const read = readGate(said, names);
    // What is not understood changes nothing.
    if (read.ok && !said.includes("\n")) onGate(read.gate);
  });
  const read = typed === null ? null : readGate(text, names);
  const many = text.includes("\n");
  const next = typed === null || many ? [] : completions(text, names);
  return (
    <View style={{ gap: 8 }}>
      <TextField
        multiline
        label="As a sentence"
        value={text}
        onChangeText={type}
        onKeyPress={(event) => {
          const { key } = event.nativeEvent;
          if (key !== "Enter" || many) return;
          event.preventDefault();
          settle();
          if (read?.ok) forget();
        }}
        onBlur={() => {
          settle();
          // What is understood is written as it is kept; what is not stays as it was typed.
          if (read?.ok) forget();
        }}
        error={read !== null && !read.ok && !many && next.length === 0}
      />
      {many ? (
        <PastedColumn
          {...readColumn(course, item, text, names)}
          onTake={(operations) => {
            perform(...operations);
            forget();
          }}
        />
      ) : read && !read.ok ? (
        <Text kind="small" color={ember} role="status">
          {read.at > 0 ? `Understood up to “${text.slice(0, read.at).trim()}”. ` : ""}
          {read.reason}
          {"; the gate stays as it is."}
        </Text>
      ) : typed === null ? (
        <Text kind="small" color={quiet}>
          Type it: “14 days after enrolling, on a Monday, at 07:00”, “5 Jan 2027”, or a number of
          days. A column from a table goes onto the rows below.
        </Text>
      ) : null}
      {next.length > 0 ? (
        <View
          role="group"
          aria-label="Go on with"
          style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}
        >
          {next.map((one) => (
            <Choice
              key={one.text}
              label={one.text}
              onPress={() => type(`${text.slice(0, one.from)}${one.text} `)}
            />
          ))}
        </View>
      ) : null}
    </View>
  );
}

/** What a pasted column would do, row by row, before it is taken. */
function PastedColumn({
  rows,
  operations,
  over,
  onTake,
}: ReturnType<typeof readColumn> & { onTake(operations: Operation[]): void }) {
  const { ember, quiet } = usePalette();
  return (
    <View style={{ gap: 8 }}>
      <View role="list" aria-label="What was pasted" style={{ gap: 6 }}>
        {rows.map(({ id, title, said, gate, fault }) => (
          <View key={id} role="listitem">
            <Text kind="smallStrong">{title || "Without a title"}</Text>
            <Text kind="small" color={fault === null ? quiet : ember}>
              {fault === null ? gate : `“${said}”: ${fault}; its gate stays as it is.`}
            </Text>
          </View>
        ))}
      </View>
      {over > 0 ? (
        <Text kind="small" color={ember}>
          {over === 1 ? "One line has no row left." : `${over} lines have no row left.`}
        </Text>
      ) : null}
      <PrimaryAction
        label={
          operations.length === 1
            ? "Put it onto the row"
            : `Put them onto ${operations.length} rows`
        }
        disabled={operations.length === 0}
        onPress={() => onTake(operations)}
      />
    </View>
  );
}

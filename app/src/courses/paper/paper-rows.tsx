/** A document's lines with what each becomes; pressed, a line is corrected where it stands. */

import { LESSON_KINDS, type PaperRole, type PaperRow } from "@dawngate/core/courses/paper";
import { memo, useCallback, useRef, useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Choices } from "../../ui/choices";
import { Hidden } from "../../ui/hidden";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";

/** So many lines are shown at a time. */
const PAGE = 150;

const ROLES: readonly (readonly [PaperRole, string, string])[] = [
  ["module", "module", "m"],
  ["lesson", "lesson", "l"],
  ["text", "text of the lesson above", "t"],
  ["course", "title of the course", "c"],
  ["left-out", "left out", "x"],
];

interface Props {
  rows: PaperRow[];
  onRows(rows: PaperRow[]): void;
}

export function PaperRows({ rows, onRows }: Props) {
  const { quiet } = usePalette();
  const [open, setOpen] = useState<number | null>(null);
  const [shown, setShown] = useState(PAGE);
  const now = useRef(rows);
  now.current = rows;
  const change = useCallback(
    (index: number, set: Partial<PaperRow>) =>
      onRows(now.current.map((row, i) => (i === index ? { ...row, ...set, unclear: false } : row))),
    [onRows],
  );
  const toggle = useCallback((index: number) => setOpen((at) => (at === index ? null : index)), []);
  return (
    <View style={{ gap: 6 }}>
      <Text kind="small" color={quiet}>
        Press a line to correct it. With a keyboard: M makes it a module, L a lesson, T text, X
        leaves it out.
      </Text>
      <View role="list" aria-label="Lines">
        {rows.slice(0, shown).map((row, index) => (
          <PaperLine
            // biome-ignore lint/suspicious/noArrayIndexKey: a row of a table can be two lines; their order is fixed
            key={index}
            row={row}
            index={index}
            open={open === index}
            onToggle={toggle}
            onChange={change}
          />
        ))}
      </View>
      {rows.length > shown ? (
        <QuietAction
          label={`Show more (${rows.length - shown} lines)`}
          onPress={() => setShown(shown + PAGE * 3)}
        />
      ) : null}
    </View>
  );
}

interface LineProps {
  row: PaperRow;
  index: number;
  open: boolean;
  onToggle(index: number): void;
  onChange(index: number, set: Partial<PaperRow>): void;
}

const INDENT: Record<PaperRole, number> = {
  course: 0,
  module: 0,
  lesson: 22,
  text: 44,
  "left-out": 0,
};

const PaperLine = memo(function PaperLine({ row, index, open, onToggle, onChange }: LineProps) {
  const palette = usePalette();
  const { role, title, kind, minutes, unclear, line } = row;
  const notes = [kind, minutes === null ? null : `${minutes} min`].filter((note) => note !== null);
  const said = ROLES.find(([name]) => name === role)?.[1] ?? role;
  return (
    <View role="listitem" style={{ borderBottomWidth: 1, borderBottomColor: palette.line }}>
      <Press
        onPress={() => onToggle(index)}
        aria-expanded={open}
        style={{
          flexDirection: "row",
          gap: 10,
          alignItems: "center",
          paddingVertical: 6,
          paddingRight: 6,
        }}
        {...({
          onKeyDown: (event: { key: string; preventDefault(): void }) => {
            const found = ROLES.find(([, , key]) => key === event.key.toLowerCase());
            if (!found) return;
            event.preventDefault();
            onChange(index, { role: found[0] });
          },
        } as object)}
      >
        <Hidden>{`Line ${line}, ${said}${unclear ? ", not understood" : ""}: ${[title, ...notes].join(", ")}`}</Hidden>
        <View aria-hidden style={{ flex: 1, flexDirection: "row", gap: 10, alignItems: "center" }}>
          <Text
            kind="small"
            color={palette.quiet}
            style={{ width: 34, textAlign: "right" }}
            aria-hidden
          >
            {line}
          </Text>
          <View style={{ flex: 1, paddingLeft: INDENT[role] }}>
            <Text
              kind={
                role === "module"
                  ? "name"
                  : role === "course"
                    ? "strong"
                    : role === "lesson"
                      ? "body"
                      : "small"
              }
              color={role === "left-out" || role === "text" ? palette.quiet : palette.ink}
              numberOfLines={2}
            >
              {title}
            </Text>
            {unclear ? (
              <Text kind="smallStrong" color={palette.ember}>
                Not understood, and left out as it stands
              </Text>
            ) : null}
          </View>
          <Text kind="small" color={palette.quiet}>
            {notes.length > 0 ? `${notes.join(", ")} · ` : ""}
            {role === "text" ? "text" : role === "course" ? "course" : said}
          </Text>
        </View>
      </Press>
      {open ? <Correct row={row} index={index} onChange={onChange} /> : null}
    </View>
  );
});

function Correct({ row, index, onChange }: Pick<LineProps, "row" | "index" | "onChange">) {
  const palette = usePalette();
  const { role, title, kind, minutes, source, line } = row;
  const [length, setLength] = useState(minutes === null ? "" : String(minutes));
  return (
    <View style={{ gap: 10, padding: 12, paddingLeft: 44 }}>
      <Choices label={`Line ${line} is`}>
        {ROLES.map(([name, label]) => (
          <Choice
            key={name}
            label={label}
            taken={role === name}
            onPress={() => onChange(index, { role: name })}
          />
        ))}
      </Choices>
      {role === "left-out" ? null : (
        <TextField
          label={role === "text" ? "Text" : "Title"}
          value={title}
          multiline={role === "text"}
          onChangeText={(next) => onChange(index, { title: next })}
        />
      )}
      {role === "lesson" ? (
        <>
          <Choices label="Kind">
            {LESSON_KINDS.map((name) => (
              <Choice
                key={name}
                label={name}
                taken={(kind ?? "text") === name}
                onPress={() => onChange(index, { kind: name })}
              />
            ))}
          </Choices>
          <TextField
            label="Minutes it takes"
            inputMode="numeric"
            value={length}
            onChangeText={(next) => {
              const digits = next.replaceAll(/\D/g, "").slice(0, 5);
              setLength(digits);
              onChange(index, { minutes: digits === "" ? null : Number(digits) });
            }}
            style={{ maxWidth: 200 }}
          />
        </>
      ) : null}
      <Text kind="small" color={palette.quiet}>
        On the paper: {source.trim()}
      </Text>
    </View>
  );
}

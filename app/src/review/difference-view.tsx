/** Two versions side by side: settings first, then each part that is new, gone, changed or moved. */
import { itemTitles, type PlanCourse } from "@dawngate/core/plan";
import { type DifferenceRow, differenceOf, differs, type FieldChange } from "@dawngate/core/review";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { Choice } from "../ui/choice";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayFieldName, sayFieldValue } from "./say-change";

interface Props {
  /** What each is called above its column. */
  names: [string, string];
  before: PlanCourse;
  after: PlanCourse;
}

type TitleOf = (id: string) => string;

export function DifferenceView({ names, before, after }: Props) {
  const { line, quiet } = usePalette();
  const [all, setAll] = useState(false);
  const { settings, rows } = useMemo(() => differenceOf(before, after), [before, after]);
  // The newer title, where both have the item.
  const titles = useMemo(
    () => new Map([...itemTitles(before), ...itemTitles(after)]),
    [before, after],
  );
  const titleOf = (id: string) => titles.get(id) ?? id;
  const shown = all ? rows : rows.filter(differs);
  return (
    <View style={{ gap: 12 }}>
      {settings.length === 0 && rows.every((row) => !differs(row)) ? (
        <Text kind="strong" role="status">
          Nothing differs between the two.
        </Text>
      ) : null}
      <View role="table" aria-label={`${names[0]} beside ${names[1]}`}>
        <View role="row" style={{ flexDirection: "row", gap: 16, paddingBottom: 6 }}>
          {names.map((name) => (
            <Text key={name} kind="smallStrong" role="columnheader" style={{ flex: 1 }}>
              {name}
            </Text>
          ))}
        </View>
        {settings.map((change) => (
          <View
            key={change.field}
            role="row"
            style={{ borderTopWidth: 1, borderTopColor: line, paddingVertical: 8 }}
          >
            <Text kind="small" color={quiet} role="rowheader">
              {sayFieldName(change.field)} of the course
            </Text>
            <Values change={change} titleOf={titleOf} />
          </View>
        ))}
        {shown.map((row) => (
          <PartRow key={`${row.kind} ${row.id}`} row={row} titleOf={titleOf} />
        ))}
      </View>
      {rows.some((row) => !differs(row)) ? (
        <Choice
          label={all ? "Only what differs" : `All ${rows.length} parts`}
          onPress={() => setAll(!all)}
        />
      ) : null}
    </View>
  );
}

function PartRow({ row, titleOf }: { row: DifferenceRow; titleOf: TitleOf }) {
  const { line, quiet, dusk, ember } = usePalette();
  const { before, after, moved, from, changes } = row;
  const word =
    before === null
      ? "new"
      : after === null
        ? "gone"
        : moved
          ? from === null
            ? "moved"
            : `moved from ${from}`
          : null;
  const sign = before === null ? "+ " : after === null ? "– " : moved ? "↕ " : "";
  const indent = row.kind === "lesson" ? 18 : 0;
  return (
    <View
      role="row"
      style={{
        borderTopWidth: 1,
        borderTopColor: line,
        paddingVertical: 8,
        gap: 4,
      }}
    >
      <View style={{ flexDirection: "row", gap: 16 }}>
        {[before, after].map((title, i) => (
          <Text
            // biome-ignore lint/suspicious/noArrayIndexKey: a column is known by its place
            key={i}
            kind={row.kind === "module" ? "strong" : "body"}
            role="cell"
            color={title === null ? quiet : undefined}
            style={{ flex: 1, paddingLeft: indent }}
          >
            {title === null ? "not there" : title || "without a title"}
          </Text>
        ))}
      </View>
      {word ? (
        <Text
          kind="smallStrong"
          color={before === null ? dusk : after === null ? ember : quiet}
          style={{ paddingLeft: indent }}
        >{`${sign}${word}`}</Text>
      ) : null}
      {changes.map((change) => (
        <View key={change.field}>
          <Text kind="small" color={quiet} style={{ paddingLeft: indent }}>
            {sayFieldName(change.field)}
          </Text>
          <Values change={change} titleOf={titleOf} indent={indent} />
        </View>
      ))}
    </View>
  );
}

function Values({
  change,
  titleOf,
  indent = 0,
}: {
  change: FieldChange;
  titleOf: TitleOf;
  indent?: number;
}) {
  return (
    <View style={{ flexDirection: "row", gap: 16 }}>
      {[change.before, change.after].map((value, i) => (
        <Text
          // biome-ignore lint/suspicious/noArrayIndexKey: a column is known by its place
          key={i}
          kind={i === 1 ? "smallStrong" : "small"}
          role="cell"
          style={{ flex: 1, paddingLeft: indent }}
        >
          {sayFieldValue(change, value, titleOf)}
        </Text>
      ))}
    </View>
  );
}

/** The horizon's content as a table: every row, for everybody who is compared. */
import type { TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract/schedule";
import { sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { ScrollView, View } from "react-native";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

export interface Column {
  name: string;
  timeline: TimelineAnswer;
}

interface Props {
  rows: { id: string; title: string; module: boolean }[];
  columns: Column[];
}

export function DatesTable({ rows, columns }: Props) {
  const { line, quiet } = usePalette();
  const items = columns.map(
    ({ timeline }) => new Map(timeline.items.map((item) => [item.id, item])),
  );
  const cell = { width: 250, padding: 8 } as const;
  const row = { flexDirection: "row", borderBottomWidth: 1, borderColor: line } as const;
  return (
    <ScrollView horizontal tabIndex={0} aria-label="Dates as a table" role="region">
      <View role="table" aria-label="When everything opens and closes">
        <View role="row" style={row}>
          <Text role={"columnheader" as never} kind="smallStrong" style={[cell, { width: 300 }]}>
            Module or lesson
          </Text>
          {columns.map(({ name }) => (
            <Text key={name} role={"columnheader" as never} kind="smallStrong" style={cell}>
              {name}
            </Text>
          ))}
        </View>
        {rows.map(({ id, title, module }) => (
          <View key={id} role="row" style={row}>
            <Text
              role={"rowheader" as never}
              kind={module ? "smallStrong" : "small"}
              style={[cell, { width: 300, paddingLeft: module ? 8 : 26 }]}
            >
              {title}
            </Text>
            {columns.map(({ name, timeline }, i) => (
              <Text key={name} role={"cell" as never} kind="small" color={quiet} style={cell}>
                {sayDates(items[i]?.get(id), timeline)}
              </Text>
            ))}
          </View>
        ))}
      </View>
    </ScrollView>
  );
}

/** "opens Fri 12 Mar 2027, 07:00; closes at the end of …; due …". */
export function sayDates(item: TimelineItemAnswer | undefined, timeline: TimelineAnswer): string {
  if (!item) return "not there";
  const zone = zoneOf(timeline.clock);
  const speaker = { zone, titleOf: (id: string) => id, person: "they" as const };
  if (!item.reachable) return "closes before it opens";
  return [
    item.opens === null ? "waits" : `opens ${sayWrittenInstant(item.opens, zone)}`,
    ...(item.closes === null ? [] : [`closes ${sayWrittenEnd(item.closes, speaker)}`]),
    ...(item.due === null ? [] : [`due ${sayWrittenEnd(item.due, speaker)}`]),
  ].join("; ");
}

/** One row of the schedule: the outline's cell, the bar that rises and sets beside it, and a lane for each compared. */
import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import type { Instant, Zone } from "@dawngate/core/time";
import { memo } from "react";
import { View } from "react-native";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import type { DayMark } from "./horizon/marks";
import type { Scale, Tick } from "./horizon/scale";
import { HorizonStrip } from "./horizon/strip";
import { OutlineCell } from "./outline-cell";
import { type ItemRow, timesOf } from "./rows";
import type { Mail } from "./use-mails";

/** Room for the outline on a wide screen. */
export const OUTLINE = 430;
export const ROW = 46;
export const LANE = 24;

/** What all rows are drawn by. */
export interface Drawing {
  scale: Scale;
  ticks: Tick[];
  marks: readonly DayMark[];
  at: Instant;
  from: Instant | null;
  until: Instant | null;
}

/** Somebody beside whom the dates are seen. */
export interface Lane {
  letter: string;
  /** How this row's item stands for them; null: they have none. */
  item: TimelineItemAnswer | null;
  from: Instant | null;
  until: Instant | null;
  /** "Fri 12 Mar, 07:00". */
  says: string;
}

interface Props {
  row: ItemRow;
  zone: Zone;
  wide: boolean;
  drawing: Drawing;
  lanes: Lane[];
  /** What they are told of it by mail. */
  mails: readonly Mail[];
  onWhy(id: string): void;
  onFold(id: string, folded: boolean): void;
}

export const ScheduleRow = memo(function ScheduleRow(props: Props) {
  const { row, zone, wide, drawing, lanes, mails, onWhy, onFold } = props;
  const { line } = usePalette();
  const strong = row.item.kind === "module";
  const cell = (
    <OutlineCell
      row={row}
      zone={zone}
      height={wide ? ROW - 1 : 44}
      wide={wide}
      onWhy={() => onWhy(row.item.id)}
      onFold={() => onFold(row.item.id, !row.folded)}
    />
  );
  const strip = (
    <HorizonStrip
      {...drawing}
      {...row.times}
      height={wide ? ROW : strong ? 34 : 26}
      strong={strong}
      label={wide || row.item.opens === null ? row.label : null}
      mails={mails}
    />
  );
  return wide ? (
    <View style={{ borderBottomWidth: 1, borderBottomColor: line }}>
      <View style={{ flexDirection: "row" }}>
        <View style={{ width: OUTLINE, height: ROW - 1, paddingRight: 16 }}>{cell}</View>
        {strip}
      </View>
      {lanes.map((lane) => (
        <View key={lane.letter} style={{ flexDirection: "row" }}>
          <LaneName lane={lane} width={OUTLINE} />
          <LaneStrip lane={lane} drawing={drawing} />
        </View>
      ))}
    </View>
  ) : (
    <View style={{ marginTop: strong ? 8 : 0 }}>
      {cell}
      {strip}
      {lanes.map((lane) => (
        <View key={lane.letter}>
          <LaneName lane={lane} />
          <LaneStrip lane={lane} drawing={drawing} />
        </View>
      ))}
    </View>
  );
}, looksSame);

function LaneName({ lane, width }: { lane: Lane; width?: number }) {
  const { quiet } = usePalette();
  return (
    <View
      style={{
        width,
        height: LANE,
        flexDirection: "row",
        justifyContent: "flex-end",
        gap: 8,
        paddingRight: width === undefined ? 4 : 52,
      }}
    >
      <Text kind="smallStrong" color={quiet}>
        {lane.letter}
      </Text>
      <Text kind="small" color={quiet}>
        {lane.says}
      </Text>
    </View>
  );
}

function LaneStrip({ lane, drawing }: { lane: Lane; drawing: Drawing }) {
  const { item, from, until } = lane;
  if (!item) return <View style={{ height: LANE }} />;
  return (
    <HorizonStrip
      {...drawing}
      {...timesOf(item)}
      from={from}
      until={until}
      height={LANE}
      strong={false}
      label={null}
    />
  );
}

/** Rows are made anew at every answer: compared by what they say. */
function looksSame(a: Props, b: Props): boolean {
  return (
    a.wide === b.wide &&
    a.zone.id === b.zone.id &&
    a.drawing === b.drawing &&
    a.onWhy === b.onWhy &&
    a.onFold === b.onFold &&
    a.mails === b.mails &&
    sameRow(a.row, b.row) &&
    a.lanes.length === b.lanes.length &&
    a.lanes.every((lane, i) => sameLane(lane, b.lanes[i]))
  );
}

const ROW_SAYS = ["title", "note", "label", "folded", "lessons"] as const;
const ITEM_SAYS = [
  "id",
  "opens",
  "closes",
  "notBefore",
  "due",
  "state",
  "done",
  "reachable",
] as const;

function sameRow(a: ItemRow, b: ItemRow): boolean {
  return ROW_SAYS.every((key) => a[key] === b[key]) && sameItem(a.item, b.item);
}

function sameItem(a: TimelineItemAnswer | null, b: TimelineItemAnswer | null): boolean {
  return a === b || (a !== null && b !== null && ITEM_SAYS.every((key) => a[key] === b[key]));
}

function sameLane(a: Lane, b: Lane | undefined): boolean {
  return (
    b !== undefined &&
    a.letter === b.letter &&
    a.says === b.says &&
    a.from === b.from &&
    a.until === b.until &&
    sameItem(a.item, b.item)
  );
}

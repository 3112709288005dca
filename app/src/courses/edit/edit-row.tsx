/** One row of an outline that is edited: the title where it stands, the gate, and the date it comes to. */
import type { TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract";
import type { PlanCourse, PlanLesson, PlanModule } from "@dawngate/core/plan";
import { sayGate, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import { useState } from "react";
import { TextInput, View } from "react-native";
import {
  rangeOf,
  read,
  type Scale,
  scaleOf,
  type Tick,
  ticksOf,
} from "../../schedule/horizon/scale";
import { HorizonStrip } from "../../schedule/horizon/strip";
import { markOf, sayState } from "../../schedule/state-words";
import { HEADING, TEXT } from "../../ui/fonts";
import { Hidden } from "../../ui/hidden";
import { Icon } from "../../ui/icon";
import { useWide } from "../../ui/layout";
import { Press } from "../../ui/press";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

/** Room for titles and for gates on a wide screen; the horizon takes the rest. */
export const TITLE_WIDTH = 330;
export const GATE_WIDTH = 250;
const ROW = 46;

/** What a row's strip of the horizon needs to be drawn. */
export interface Drawing {
  scale: Scale;
  ticks: Tick[];
  at: Instant;
  from: Instant | null;
  until: Instant | null;
}

export function drawingOf(timeline: TimelineAnswer, width: number, zone: Zone): Drawing {
  const scale = scaleOf(rangeOf(timeline), width);
  const { access, at } = timeline;
  return {
    scale,
    ticks: ticksOf(scale, zone),
    at: read(at) as Instant,
    from: read(access.from),
    until: read(access.until),
  };
}

interface Props {
  item: PlanModule | PlanLesson;
  kind: "module" | "lesson";
  /** How it stands for the imagined enrollee; null where it is not published. */
  row: TimelineItemAnswer | null;
  /** The module before, for a module. */
  before: TimelineItemAnswer | null;
  course: PlanCourse;
  /** Null where there is no room for the horizon. */
  drawing: Drawing | null;
  zone: Zone;
  onTitle(title: string): void;
  onEnter(): void;
  onGate(): void;
  onMore(): void;
}

export function EditRow({
  item,
  kind,
  row,
  before,
  course,
  drawing,
  zone,
  onTitle,
  onEnter,
  onGate,
  onMore,
}: Props) {
  const palette = usePalette();
  const wide = useWide();
  const [typed, setTyped] = useState<string | null>(null);
  const module = kind === "module";
  const name = module ? "Module" : "Lesson";
  const commit = () => {
    if (typed !== null && typed.trim() !== "" && typed !== item.title) onTitle(typed);
    setTyped(null);
  };
  const titles = (id: string) => titleIn(course, id);
  const sameDay = module && item.gate !== null && opensOnOneDay(row, before, zone);
  const gate = item.gate || module ? sayGate(item.gate, titles) : "with its module";
  const date =
    item.visible !== "published"
      ? item.visible
      : row === null
        ? "with its module, not published"
        : sayState(row, zone);
  const title = (
    <>
      <SunMark mark={row ? markOf(row) : "waiting"} size={module ? 24 : 20} />
      <TextInput
        aria-label={`Title of ${name.toLowerCase()} ${item.title}`}
        value={typed ?? item.title}
        onChangeText={setTyped}
        onBlur={commit}
        onSubmitEditing={() => {
          commit();
          onEnter();
        }}
        maxLength={10_000}
        style={{
          flex: 1,
          minWidth: 0,
          minHeight: 44,
          fontSize: 16,
          fontFamily: module ? HEADING : TEXT,
          color: palette.ink,
        }}
      />
    </>
  );
  const said = `${name} ${item.title} opens ${gate}${
    sameDay ? ", on the same day as the one before" : ""
  }: ${date}. Change its gate`;
  const words = (
    <Text
      kind="small"
      aria-hidden
      numberOfLines={wide ? 2 : undefined}
      color={sameDay ? palette.ember : palette.dusk}
    >
      {gate}
      {sameDay ? " · same day as the one before" : ""}
    </Text>
  );
  const more = <More name={name} title={item.title} onMore={onMore} />;
  const line = { borderBottomWidth: 1, borderBottomColor: palette.line };
  if (!wide)
    return (
      <View style={{ ...line, paddingLeft: module ? 0 : 26, paddingVertical: 6 }}>
        <View style={{ flexDirection: "row", alignItems: "center", gap: 10 }}>
          {title}
          {more}
        </View>
        <Press
          onPress={onGate}
          style={{ justifyContent: "center", paddingHorizontal: 8, marginLeft: module ? 26 : 22 }}
        >
          <Hidden>{said}</Hidden>
          {words}
          <Text kind="small" color={palette.quiet} aria-hidden>
            {date}
          </Text>
        </Press>
      </View>
    );
  return (
    <View style={{ flexDirection: "row", height: ROW }}>
      <View
        style={{
          ...line,
          flexDirection: "row",
          alignItems: "center",
          gap: 10,
          width: TITLE_WIDTH,
          paddingLeft: module ? 0 : 26,
          paddingRight: 12,
        }}
      >
        {title}
      </View>
      <View style={{ ...line, width: GATE_WIDTH, paddingRight: 12 }}>
        <Press onPress={onGate} style={{ justifyContent: "center", paddingHorizontal: 8 }}>
          <Hidden>{said}</Hidden>
          {words}
        </Press>
      </View>
      <View style={{ flex: 1, minWidth: 0 }}>
        {drawing && row ? (
          <HorizonStrip
            {...drawing}
            opens={read(row.opens)}
            closes={read(row.closes)}
            notBefore={read(row.notBefore)}
            due={read(row.due)}
            unreachable={!row.reachable}
            height={ROW}
            strong={module}
            label={module || item.gate ? barLabel(row, zone) : null}
          />
        ) : item.visible === "published" ? null : (
          <Text kind="small" color={palette.quiet} style={{ padding: 12 }}>
            {item.visible}
          </Text>
        )}
      </View>
      {more}
    </View>
  );
}

function barLabel(row: TimelineItemAnswer, zone: Zone): string {
  if (!row.reachable) return "closes before it opens";
  return row.opens === null ? "waits" : sayWrittenInstant(row.opens, zone, false);
}

function More({ name, title, onMore }: { name: string; title: string; onMore(): void }) {
  const { quiet } = usePalette();
  return (
    <Press
      onPress={onMore}
      aria-label={`More about ${name.toLowerCase()} ${title}`}
      style={{ width: 44, alignItems: "center", justifyContent: "center" }}
    >
      <Icon name="chevron-right" color={quiet} />
    </Press>
  );
}

export function titleIn(course: PlanCourse, id: string): string {
  for (const module of course.modules) {
    if (module.id === id) return module.title;
    const lesson = module.lessons.find((one) => one.id === id);
    if (lesson) return lesson.title;
  }
  return id === course.id ? course.title : "something that is gone";
}

/** The commonest mistake: offsets that repeat where they should add up. */
export function opensOnOneDay(
  row: TimelineItemAnswer | null,
  before: TimelineItemAnswer | null,
  zone: Zone,
): boolean {
  const [a, b] = [read(row?.opens ?? null), read(before?.opens ?? null)];
  return a !== null && b !== null && localDateAt(zone, a) === localDateAt(zone, b);
}

/** One row of an outline that is edited: the title where it stands, the gate, and the date it comes to. */
import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import type { PlanLesson, PlanModule } from "@dawngate/core/plan";
import type { Zone } from "@dawngate/core/time";
import { memo, useDeferredValue, useRef } from "react";
import {
  type NativeSyntheticEvent,
  TextInput,
  type TextInputKeyPressEventData,
  View,
} from "react-native";
import { markOf, sayState } from "../../schedule/state-words";
import { DragRow } from "../../ui/drag";
import { HEADING, TEXT } from "../../ui/fonts";
import { Hidden } from "../../ui/hidden";
import { Icon } from "../../ui/icon";
import { useWide } from "../../ui/layout";
import { Press } from "../../ui/press";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { useTyped } from "../../ui/use-typed";
import { sayLength } from "../length";
import { GATE_WIDTH, type Lines, ROW, TITLE_WIDTH } from "./lines";
import { RowStrip } from "./row-strip";
import { sayForCohorts } from "./say-for-cohorts";
import { strokeOf } from "./strokes";
import type { Stroke, Typing } from "./typing";

/** What a row can ask for. The same object for all rows and renderings, so that a row is drawn again only for itself. */
export interface RowActions {
  /** `typing` is the same for all that is typed before the field is left. */
  title(id: string, kind: "module" | "lesson", title: string, typing: string): void;
  /** A key in the title; true: it was taken. */
  key(typing: Omit<Typing, "marked">, stroke: Stroke): boolean;
  gate(id: string): void;
  more(id: string): void;
  undo(): void;
  redo(): void;
}

interface Props {
  item: PlanModule | PlanLesson;
  kind: "module" | "lesson";
  /** How it stands for the imagined enrollee; null where it is not published. */
  row: TimelineItemAnswer | null;
  /** Its gate in words, and what is the snag with it, in short. */
  gate: string;
  snag: string | null;
  /** What it is called by its place, as long as it has no title. */
  standIn: string;
  marked: boolean;
  /** Rows are marked somewhere: keys that delete mean them. */
  marks: boolean;
  /** Null where there is no room for the horizon. */
  drawing: Lines | null;
  zone: Zone;
  on: RowActions;
}

export const EditRow = memo(function EditRow(props: Props) {
  const { item, kind, row, gate, snag, standIn, marked, marks, drawing, zone, on } = props;
  const palette = usePalette();
  const wide = useWide();
  // What one types into is there at once; what is said about it follows in the next frame.
  const whole = useDeferredValue(true, !wide);
  const module = kind === "module";
  const name = module ? "Module" : "Lesson";
  const called = item.title.trim() === "" ? standIn : item.title;
  const whose = sayForCohorts(item.cohorts);
  const date =
    item.visible !== "published"
      ? item.visible
      : row === null
        ? (whose ?? "with its module, not published")
        : sayState(row, zone);
  const title = (
    <>
      <SunMark mark={row ? markOf(row) : "waiting"} size={module ? 24 : 20} />
      <TitleField
        item={item}
        kind={kind}
        name={`${name.toLowerCase()} ${called}`}
        standIn={standIn}
        marks={marks}
        on={on}
      />
    </>
  );
  const missing = missingIn(item);
  const note = (
    <Text kind="small" color={missing ? palette.ember : palette.quiet}>
      {missing ?? lengthIn(item)}
    </Text>
  );
  const more = [...(whose ? [whose] : []), ...(snag ? [snag] : [])];
  const also = more.map((one) => ` · ${one}`).join("");
  const said = `${name} ${called} opens ${gate}${also}: ${date}. Change its gate`;
  const words = (
    <Text
      kind="small"
      aria-hidden
      numberOfLines={wide ? 2 : undefined}
      color={snag ? palette.ember : palette.dusk}
    >
      {gate}
      {also}
    </Text>
  );
  const menu = <More name={name} title={called} onMore={() => on.more(item.id)} />;
  const inset = module ? 0 : wide ? 22 : 10;
  return (
    <DragRow
      id={item.id}
      kind={kind}
      name={`${name} ${called}: mark or move`}
      marked={marked}
      inset={inset}
    >
      {wide ? (
        <View style={{ flexDirection: "row", height: ROW }}>
          <View
            style={{
              flexDirection: "row",
              alignItems: "center",
              gap: 6,
              width: TITLE_WIDTH - 44 - inset,
              paddingRight: 12,
            }}
          >
            {title}
            {whole ? note : null}
          </View>
          <View style={{ width: GATE_WIDTH, paddingRight: 12 }}>
            {whole ? (
              <Press
                onPress={() => on.gate(item.id)}
                aria-label={said}
                style={{ justifyContent: "center", paddingHorizontal: 8 }}
              >
                {words}
              </Press>
            ) : null}
          </View>
          <View style={{ flex: 1, minWidth: 0 }}>
            {!whole ? null : drawing && row ? (
              <RowStrip
                row={row}
                drawing={drawing}
                zone={zone}
                height={ROW}
                strong={module}
                labeled={module || item.gate !== null}
              />
            ) : item.visible === "published" ? null : (
              <Text kind="small" color={palette.quiet} style={{ padding: 12 }}>
                {item.visible}
              </Text>
            )}
          </View>
          {whole ? menu : null}
        </View>
      ) : (
        <View style={{ paddingBottom: 6 }}>
          <View style={{ flexDirection: "row", alignItems: "center", gap: 8 }}>
            {title}
            {menu}
          </View>
          <Press
            onPress={() => on.gate(item.id)}
            style={{ justifyContent: "center", paddingHorizontal: 4 }}
          >
            <Hidden>{said}</Hidden>
            {words}
            <View style={{ flexDirection: "row", flexWrap: "wrap", columnGap: 14 }}>
              <Text kind="small" color={palette.quiet} aria-hidden>
                {date}
              </Text>
              {note}
            </View>
          </Press>
        </View>
      )}
    </DragRow>
  );
}, isSame);

interface TitleProps extends Pick<Props, "item" | "kind" | "marks" | "on" | "standIn"> {
  name: string;
}

/**
 * A title where it stands. What is typed stays here for a moment, so that a letter draws nothing else; it is kept when
 * one pauses, leaves the field, or the page goes.
 */
function TitleField({ item, kind, name, standIn, marks, on }: TitleProps) {
  const palette = usePalette();
  const typing = useRef({ serial: 0 });
  const { text, typed, type, leave, forget } = useTyped(item.title, (title) => {
    if (title.trim() !== "")
      on.title(item.id, kind, title, `title-${item.id}-${typing.current.serial}`);
  });
  const press = (event: NativeSyntheticEvent<TextInputKeyPressEventData>) => {
    const key = event.nativeEvent as unknown as KeyboardEvent;
    if (key.isComposing) return;
    if ((key.ctrlKey || key.metaKey) && key.key.toLowerCase() === "z" && typed === null) {
      event.preventDefault();
      return key.shiftKey ? on.redo() : on.undo();
    }
    const stroke = strokeOf(key, text === "", marks);
    if (stroke === null) return;
    const caret = (event.target as unknown as HTMLInputElement).selectionStart ?? text.length;
    if (!on.key({ row: item.id, text, caret }, stroke)) return;
    event.preventDefault();
    typing.current.serial += 1;
    forget();
  };
  return (
    <TextInput
      aria-label={`Title of ${name}`}
      value={text}
      placeholder={standIn}
      placeholderTextColor={palette.quiet}
      onChangeText={type}
      onBlur={() => {
        leave();
        typing.current.serial += 1;
      }}
      onKeyPress={press}
      submitBehavior="submit"
      maxLength={10_000}
      style={{
        flex: 1,
        minWidth: 0,
        minHeight: 44,
        fontSize: 16,
        fontFamily: kind === "module" ? HEADING : TEXT,
        color: palette.ink,
      }}
    />
  );
}

const SEEN = ["opens", "closes", "notBefore", "due", "state", "reachable", "done"] as const;

/** The dates of a row are worked out anew at every change; what looks the same is not drawn again. */
export function looksSame(a: TimelineItemAnswer | null, b: TimelineItemAnswer | null): boolean {
  return a === b || (a !== null && b !== null && SEEN.every((key) => a[key] === b[key]));
}

function isSame(a: Props, b: Props): boolean {
  const { row, ...rest } = a;
  return (
    Object.keys(rest).every((key) => a[key as keyof Props] === b[key as keyof Props]) &&
    looksSame(row, b.row)
  );
}

/** What a visitor would find missing. */
function missingIn(item: PlanModule | PlanLesson): string | null {
  if ("lessons" in item) return item.lessons.length === 0 ? "no lessons" : null;
  return item.empty ? "empty" : null;
}

function lengthIn(item: PlanModule | PlanLesson): string {
  if (!("lessons" in item)) return item.minutes === null ? "" : `${item.minutes} min`;
  const minutes = item.lessons.reduce((sum, lesson) => sum + (lesson.minutes ?? 0), 0);
  return minutes === 0 ? "" : sayLength(minutes);
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

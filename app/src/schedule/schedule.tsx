/** Outline and horizon together: access, then each module and lesson on a row, every date with its why on a press. */
import type { Cohort, Course } from "@dawngate/contract/courses";
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, type Zone, zoneOf } from "@dawngate/core/time";
import { useCallback, useMemo, useRef, useState } from "react";
import { Platform, View, type ViewStyle } from "react-native";
import { AccessActs, ItemActs } from "../enrollment/act-sheets";
import { WhyTold } from "../notices/why-told";
import { useNear } from "../ui/near";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { AccessRow } from "./access-row";
import { Axis } from "./horizon/axis";
import { DatesTable } from "./horizon/dates-table";
import { useGestures } from "./horizon/gestures";
import { marksIn } from "./horizon/marks";
import { useNowLines } from "./horizon/now-line";
import { type Range, rangeOfAll, read, scaleOf, ticksOf } from "./horizon/scale";
import { including, panned, zoomed } from "./horizon/zoom";
import { ZoomBar } from "./horizon/zoom-bar";
import { type ItemRow, rowsOf, titlesOf } from "./rows";
import { type Drawing, LANE, type Lane, OUTLINE, ROW, ScheduleRow } from "./schedule-row";
import { type Mails, NO_MAILS, OF_ACCESS } from "./use-mails";
import { AccessSheet } from "./why/access-sheet";
import { ItemSheet } from "./why/item-sheet";
import { Mailed } from "./why/mailed";

/** Somebody beside whom the dates are seen, with their dates. */
export interface Compared {
  letter: string;
  name: string;
  timeline: TimelineAnswer;
}

interface Props {
  school: string;
  course: Course;
  timeline: TimelineAnswer;
  /** Whose dates they are, in words. */
  name: string;
  compared: readonly Compared[];
  /** The school's closed days. */
  closed: readonly string[];
  cohort: Cohort | null;
  at: Instant;
  wide: boolean;
  /** The real person whose timeline it is; null: somebody imagined, for whom nothing can be done. */
  enrollment: string | null;
  /** What they are told of each item, where one may see it. */
  mails: Mails;
  onMove(at: Instant): void;
  onSettle(at: Instant): void;
}

/** Stays at the lower edge while one scrolls. */
const LOW = (
  Platform.OS === "web" ? { position: "sticky", bottom: 0, zIndex: 1 } : {}
) as ViewStyle;

/** Rows that are drawn, or left out of the drawing, together. */
const STRETCH = 20;

export function Schedule(props: Props) {
  const { school, course, timeline, compared, closed, cohort, at, wide, enrollment } = props;
  const { mails } = props;
  const { onMove, onSettle } = props;
  const palette = usePalette();
  const [width, setWidth] = useState(0);
  const [why, setWhy] = useState<string | null>(null);
  const [folds, setFolds] = useState<Record<string, boolean>>({});
  const [view, setView] = useState<Range | null>(null);
  const [table, setTable] = useState(false);
  const zone = useMemo(() => zoneOf(timeline.clock), [timeline.clock]);
  const { drawing, whole } = useDrawing({ timeline, compared, closed, zone, view, width });
  const { scale } = drawing;
  // What is always there: the picture gives way to the table and comes back.
  const frame = useRef<View>(null);
  useNowLines(frame, scale.x(at));
  const zoom = (factor: number | null, about = at) =>
    setView(factor === null ? null : zoomed(view ?? whole, factor, about));
  useGestures(frame, {
    zoom: (factor, x) => zoom(factor, scale.instantAt(x)),
    pan: (part) => setView(panned(view ?? whole, part)),
  });
  const settle = (instant: Instant) => {
    if (view) setView(including(view, instant));
    onSettle(instant);
  };
  const folded = (module: string) => folds[module] ?? !wide;
  const rows = rowsOf(course, timeline, cohort, folded, zone);
  const titleOf = useMemo(() => titlesOf(course), [course]);
  const onFold = useCallback(
    (id: string, fold: boolean) => setFolds((before) => ({ ...before, [id]: fold })),
    [],
  );
  const lanesOf = useLanes(compared);
  const bar = (
    <ZoomBar
      onZoom={zoom}
      onPan={(part) => setView(panned(view ?? whole, part))}
      onWhole={view ? () => setView(null) : null}
      table={table}
      onTable={() => setTable(!table)}
    />
  );
  const asked = why === null ? undefined : timeline.items.find(({ id }) => id === why);
  const stretches = Array.from({ length: Math.ceil(rows.length / STRETCH) }, (_, i) =>
    rows.slice(i * STRETCH, (i + 1) * STRETCH),
  );
  return (
    <View ref={frame} style={{ gap: wide ? 8 : 4 }}>
      {wide && table ? bar : null}
      {table ? (
        <DatesTable
          rows={rowsOf(course, timeline, cohort, () => false, zone).map(({ item, title }) => ({
            id: item.id,
            title,
            module: item.kind === "module",
          }))}
          columns={[{ name: props.name, timeline }, ...compared]}
        />
      ) : (
        <View>
          <View
            style={[
              {
                flexDirection: "row",
                alignItems: "flex-end",
                backgroundColor: palette.paper,
                zIndex: 1,
              },
              // The days and the instant stay in sight while one scrolls through a long outline.
              Platform.OS === "web" && ({ position: "sticky", top: 0 } as object),
            ]}
          >
            {wide && <View style={{ width: OUTLINE, paddingRight: 8 }}>{bar}</View>}
            <View
              style={{ flex: 1, minWidth: 0 }}
              onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
            >
              {width > 0 && (
                <Axis
                  {...drawing}
                  at={at}
                  zone={zone}
                  onMove={onMove}
                  onSettle={settle}
                  onZoom={zoom}
                />
              )}
            </View>
          </View>
          <AccessRow
            timeline={timeline}
            zone={zone}
            wide={wide}
            drawing={drawing}
            mails={mails.get(OF_ACCESS) ?? NO_MAILS}
            onWhy={() => setWhy("access")}
          />
          {stretches.map((some, i) => (
            <Stretch
              // biome-ignore lint/suspicious/noArrayIndexKey: a stretch is known by where it stands
              key={i}
              index={i}
              all={rows.length <= 80}
              rows={some}
              zone={zone}
              wide={wide}
              drawing={drawing}
              lanesOf={lanesOf}
              lanes={compared.length}
              mails={mails}
              onWhy={setWhy}
              onFold={onFold}
            />
          ))}
          <Marks drawing={drawing} />
        </View>
      )}
      {wide ? null : (
        // On a phone within reach of the thumb, and out of the way of the rows.
        <View style={[{ backgroundColor: palette.paper, paddingVertical: 6 }, LOW]}>{bar}</View>
      )}
      {why === "access" && (
        <AccessSheet timeline={timeline} titleOf={titleOf} onClose={() => setWhy(null)}>
          <Mailed mails={mails.get(OF_ACCESS) ?? NO_MAILS} zone={zone} />
          {enrollment !== null && (
            <AccessActs
              school={school}
              course={course.id}
              enrollment={enrollment}
              access={timeline.access}
              cohorts={course.cohorts}
              titleOf={titleOf}
            />
          )}
        </AccessSheet>
      )}
      {asked && (
        <ItemSheet
          item={asked}
          timeline={timeline}
          titleOf={titleOf}
          href={
            asked.kind === "lesson" ? `/${school}/courses/${course.id}/lessons/${asked.id}` : null
          }
          onClose={() => setWhy(null)}
        >
          <Mailed mails={mails.get(asked.id) ?? NO_MAILS} zone={zone} />
          {enrollment !== null && (
            <WhyTold
              school={school}
              course={course.id}
              enrollment={enrollment}
              item={asked.id}
              zone={zone}
            />
          )}
          {enrollment !== null && (
            <ItemActs
              school={school}
              course={course.id}
              enrollment={enrollment}
              item={asked}
              isQuiz={
                kindOf(course, asked.id) === "quiz" || kindOf(course, asked.id) === "assignment"
              }
            />
          )}
        </ItemSheet>
      )}
    </View>
  );
}

/** What rows are drawn by: the same object until the dates, the zoom or the width change, not while the instant moves. */
function useDrawing({
  timeline,
  compared,
  closed,
  zone,
  view,
  width,
}: Pick<Props, "timeline" | "compared" | "closed"> & {
  zone: Zone;
  view: Range | null;
  width: number;
}): { drawing: Drawing; whole: Range } {
  const fresh = rangeOfAll([timeline, ...compared.map((one) => one.timeline)]);
  // An answer to a moved instant covers the same time: the picture stands still.
  const kept = useRef(fresh);
  const who = [
    timeline.id,
    timeline.enrolledAt,
    ...compared.map(({ letter, name }) => letter + name),
  ].join();
  const before = useRef(who);
  if (before.current !== who || fresh.from < kept.current.from || fresh.to > kept.current.to)
    kept.current = fresh;
  before.current = who;
  const whole = kept.current;
  const range = view ?? whole;
  const scale = useMemo(() => scaleOf(range, width), [range, width]);
  const ticks = useMemo(() => (width > 0 ? ticksOf(scale, zone) : []), [scale, zone, width]);
  const marks = useMemo(() => marksIn(range, zone, closed), [range, zone, closed]);
  const { from, until } = timeline.access;
  const first = useRef(read(timeline.at) as Instant);
  const drawing = useMemo(
    () => ({ scale, ticks, marks, at: first.current, from: read(from), until: read(until) }),
    [scale, ticks, marks, from, until],
  );
  return { drawing, whole };
}

/** The lanes of an item, one for each who is compared. */
function useLanes(compared: readonly Compared[]): (item: string) => Lane[] {
  return useMemo(() => {
    const known = compared.map(({ letter, timeline }) => ({
      letter,
      zone: zoneOf(timeline.clock),
      from: read(timeline.access.from),
      until: read(timeline.access.until),
      items: new Map(timeline.items.map((item) => [item.id, item])),
    }));
    return (id) =>
      known.map(({ letter, zone, from, until, items }) => {
        const item = items.get(id) ?? null;
        const says =
          item === null
            ? "not there"
            : item.opens === null
              ? "waits"
              : sayWrittenInstant(item.opens, zone, false);
        return { letter, item, from, until, says };
      });
  }, [compared]);
}

interface StretchProps {
  index: number;
  /** So few rows that all are drawn. */
  all: boolean;
  rows: ItemRow[];
  zone: Zone;
  wide: boolean;
  drawing: Drawing;
  lanes: number;
  lanesOf(item: string): Lane[];
  mails: Mails;
  onWhy(id: string): void;
  onFold(id: string, folded: boolean): void;
}

function Stretch({ index, all, rows, lanes, lanesOf, mails, wide, ...same }: StretchProps) {
  const { near, ref, height } = useNear(all, () => index < 3);
  const tall = (wide ? ROW : 76) + lanes * LANE * (wide ? 1 : 2);
  return (
    <View ref={ref} style={near ? undefined : { height: height ?? rows.length * tall }}>
      {near
        ? rows.map((row) => (
            <ScheduleRow
              key={row.item.id}
              row={row}
              wide={wide}
              lanes={lanesOf(row.item.id)}
              mails={mails.get(row.item.id) ?? NO_MAILS}
              {...same}
            />
          ))
        : null}
    </View>
  );
}

/** What closed days and clock changes are in sight, in words: shape alone would not say it. */
function Marks({ drawing }: { drawing: Drawing }) {
  const { quiet } = usePalette();
  const { marks } = drawing;
  if (marks.length === 0) return null;
  const more = marks.length - 4;
  return (
    <Text kind="small" color={quiet} style={{ paddingTop: 10 }}>
      {marks
        .slice(0, 4)
        .map(({ says }) => says)
        .join(" · ")}
      {more > 0 ? ` · and ${more} more` : ""}
    </Text>
  );
}

function kindOf(course: Course, id: string): string | null {
  for (const module of course.modules)
    for (const lesson of module.lessons) if (lesson.id === id) return lesson.kind;
  return null;
}

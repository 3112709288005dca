/** Outline and horizon together: access, then each module and lesson on a row, every date with its why on a press. */
import type { Cohort, Course, TimelineAnswer } from "@dawngate/contract";
import { sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, type Zone, zoneOf } from "@dawngate/core/time";
import { useMemo, useState } from "react";
import { Platform, View } from "react-native";
import { AccessActs, ItemActs } from "../enrollment/acts";
import { Hidden } from "../ui/hidden";
import { Press } from "../ui/press";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { Axis } from "./horizon/axis";
import { rangeOf, read, type Scale, scaleOf, type Tick, ticksOf } from "./horizon/scale";
import { HorizonStrip } from "./horizon/strip";
import { OutlineCell } from "./outline-cell";
import { type ItemRow, rowsOf, titlesOf } from "./rows";
import { AccessSheet } from "./why/access-sheet";
import { ItemSheet } from "./why/item-sheet";

/** Room for the outline on a wide screen. */
const OUTLINE = 430;
const ROW = 46;

interface Props {
  school: string;
  course: Course;
  timeline: TimelineAnswer;
  cohort: Cohort | null;
  at: Instant;
  wide: boolean;
  /** The real person whose timeline it is; null: somebody imagined, for whom nothing can be done. */
  enrollment: string | null;
  onMove(at: Instant): void;
  onSettle(at: Instant): void;
}

export function Schedule(props: Props) {
  const { school, course, timeline, cohort, at, wide, enrollment, onMove, onSettle } = props;
  const palette = usePalette();
  const [width, setWidth] = useState(0);
  const [why, setWhy] = useState<string | null>(null);
  const [folds, setFolds] = useState<Record<string, boolean>>({});
  const zone = zoneOf(timeline.clock);
  // The picture stands still while the instant is dragged: its range follows what was settled.
  const range = useMemo(() => rangeOf(timeline), [timeline]);
  const scale = useMemo(() => scaleOf(range, width), [range, width]);
  const ticks = useMemo(() => (width > 0 ? ticksOf(scale, zone) : []), [scale, zone, width]);
  const folded = (module: string) => folds[module] ?? !wide;
  const rows = rowsOf(course, timeline, cohort, folded, zone);
  const titleOf = useMemo(() => titlesOf(course), [course]);
  const drawing = {
    scale,
    ticks,
    at,
    from: read(timeline.access.from),
    until: read(timeline.access.until),
  };
  const asked = why === null ? undefined : timeline.items.find(({ id }) => id === why);
  return (
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
        {wide && (
          <View
            style={{ width: OUTLINE, flexDirection: "row", paddingRight: 48, paddingBottom: 8 }}
          >
            <Text kind="small" color={palette.quiet} style={{ flex: 1 }}>
              Outline
            </Text>
            <Text kind="small" color={palette.quiet}>
              opens
            </Text>
          </View>
        )}
        <View
          style={{ flex: 1, minWidth: 0 }}
          onLayout={(e) => setWidth(e.nativeEvent.layout.width)}
        >
          {width > 0 && <Axis {...drawing} zone={zone} onMove={onMove} onSettle={onSettle} />}
        </View>
      </View>
      <AccessRow
        timeline={timeline}
        zone={zone}
        wide={wide}
        drawing={drawing}
        onWhy={() => setWhy("access")}
      />
      {rows.map((row) => (
        <Row
          key={row.item.id}
          row={row}
          zone={zone}
          wide={wide}
          drawing={drawing}
          onWhy={() => setWhy(row.item.id)}
          onFold={() => setFolds({ ...folds, [row.item.id]: !row.folded })}
        />
      ))}
      {why === "access" && (
        <AccessSheet timeline={timeline} titleOf={titleOf} onClose={() => setWhy(null)}>
          {enrollment !== null && (
            <AccessActs
              school={school}
              course={course.id}
              enrollment={enrollment}
              access={timeline.access}
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

function kindOf(course: Course, id: string): string | null {
  for (const module of course.modules)
    for (const lesson of module.lessons) if (lesson.id === id) return lesson.kind;
  return null;
}

interface Drawing {
  scale: Scale;
  ticks: Tick[];
  at: Instant;
  from: Instant | null;
  until: Instant | null;
}

interface RowProps {
  row: ItemRow;
  zone: Zone;
  wide: boolean;
  drawing: Drawing;
  onWhy(): void;
  onFold(): void;
}

function Row({ row, zone, wide, drawing, onWhy, onFold }: RowProps) {
  const { line } = usePalette();
  const strong = row.item.kind === "module";
  const cell = (
    <OutlineCell
      row={row}
      zone={zone}
      height={wide ? ROW - 1 : 44}
      wide={wide}
      onWhy={onWhy}
      onFold={onFold}
    />
  );
  const strip = (
    <HorizonStrip
      {...drawing}
      {...row.times}
      height={wide ? ROW : strong ? 34 : 26}
      strong={strong}
      label={wide || row.item.opens === null ? row.label : null}
    />
  );
  return wide ? (
    <View style={{ flexDirection: "row" }}>
      <View
        style={{
          width: OUTLINE,
          height: ROW,
          paddingRight: 16,
          borderBottomWidth: 1,
          borderBottomColor: line,
        }}
      >
        {cell}
      </View>
      {strip}
    </View>
  ) : (
    <View style={{ marginTop: strong ? 8 : 0 }}>
      {cell}
      {strip}
    </View>
  );
}

function AccessRow({
  timeline,
  zone,
  wide,
  drawing,
  onWhy,
}: {
  timeline: TimelineAnswer;
  zone: Zone;
  wide: boolean;
  drawing: Drawing;
  onWhy(): void;
}) {
  const palette = usePalette();
  const words = sayAccess(timeline, zone);
  const strip = (
    <HorizonStrip
      {...drawing}
      opens={drawing.from}
      closes={drawing.until}
      notBefore={null}
      due={null}
      unreachable={false}
      height={wide ? ROW : 26}
      strong={false}
      label={null}
    />
  );
  return (
    <View style={{ flexDirection: wide ? "row" : "column" }}>
      <Press
        onPress={onWhy}
        style={{
          flexDirection: "row",
          alignItems: "center",
          gap: 10,
          paddingRight: wide ? 52 : 4,
          ...(wide && { width: OUTLINE, height: ROW }),
        }}
      >
        <SunMark mark={timeline.access.state} />
        <Hidden>{`Access: ${words}. Why?`}</Hidden>
        <Text kind="name" aria-hidden>
          Access
        </Text>
        <Text
          kind="small"
          aria-hidden
          color={timeline.access.shutBy === null ? palette.quiet : palette.ember}
          style={{ flex: 1, textAlign: "right" }}
        >
          {words}
        </Text>
      </Press>
      {strip}
    </View>
  );
}

/** "begins Fri 5 Mar, 14:20; ends at the end of Sat 1 May 2027". */
function sayAccess({ access, clock }: TimelineAnswer, zone: Zone): string {
  if (access.shutBy === "pause") return "paused, everything is closed";
  if (access.shutBy === "suspension") return "suspended, everything is closed";
  const speaker = { zone: zoneOf(clock), titleOf: (id: string) => id, person: "they" as const };
  const begins =
    access.from === null
      ? "waits for the first payment"
      : access.state === "scheduled"
        ? `begins ${sayWrittenInstant(access.from, zone, false)}`
        : null;
  const ends =
    access.until === null
      ? access.untilWaitsFor.length > 0
        ? "no end yet"
        : "no end"
      : `${access.state === "closed" ? "ended at" : "until"} ${sayWrittenEnd(access.until, speaker)}`;
  return [begins, ends].filter((part) => part !== null).join(", ");
}

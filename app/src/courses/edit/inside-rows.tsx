/** A course inside this one, in the outline: whole, with its dates here; its rows are changed where it is at home. */
import type { CourseInside } from "@dawngate/contract/courses";
import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import { type CourseAround, countWords, DEFAULT_WORDS } from "@dawngate/core/courses";
import type { PlanLesson, PlanModule } from "@dawngate/core/plan";
import { sayGate } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
import { memo, useState } from "react";
import { View } from "react-native";
import { markOf, sayState } from "../../schedule/state-words";
import { Icon } from "../../ui/icon";
import { useWide } from "../../ui/layout";
import { Press } from "../../ui/press";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { sayLength } from "../length";
import { GATE_WIDTH, type Lines, ROW, TITLE_WIDTH } from "./lines";
import { RowStrip } from "./row-strip";

/** How a course inside stands beside what is published of it. */
export type InsideState = CourseInside["inside"][number];

interface Props {
  inside: CourseAround;
  modules: PlanModule[];
  /** How it stands beside what is published of it; null: not known yet. */
  state: InsideState | null;
  items: ReadonlyMap<string, TimelineItemAnswer>;
  titles(id: string): string;
  /** Snags in short, by item. */
  snags: ReadonlyMap<string, string>;
  drawing: Lines | null;
  zone: Zone;
  onMore(course: string): void;
}

export const InsideRows = memo(function InsideRows(props: Props) {
  const { inside, modules, state, items, titles, snags, drawing, zone, onMore } = props;
  const { dusk, lilac, quiet, ember } = usePalette();
  const [unfolded, setUnfolded] = useState(false);
  // What has a snag is seen, folded or not.
  const rows = modules.flatMap((module) => [
    module,
    ...module.lessons.filter(({ id }) => unfolded || snags.has(id)),
  ]);
  const trouble =
    state?.state === "older"
      ? "Published anew since: what is new there is not in here yet"
      : state?.state === "gone"
        ? "The course itself is not there any more"
        : null;
  return (
    <View
      role="listitem"
      style={{ borderLeftWidth: 3, borderLeftColor: dusk, marginVertical: 8, paddingLeft: 5 }}
    >
      <View style={{ flexDirection: "row", backgroundColor: lilac, borderRadius: 6 }}>
        <Press
          onPress={() => setUnfolded(!unfolded)}
          aria-expanded={unfolded}
          style={{ flex: 1, flexDirection: "row", alignItems: "center", gap: 8, padding: 8 }}
        >
          <Icon name={unfolded ? "chevron-down" : "chevron-right"} color={quiet} />
          <View style={{ flex: 1 }}>
            <Text kind="strong">{inside.title}</Text>
            <Text kind="small" color={quiet}>
              {saySize(modules)}
            </Text>
            {trouble ? (
              <Text kind="smallStrong" color={ember}>
                {trouble}
              </Text>
            ) : null}
          </View>
        </Press>
        <Press
          onPress={() => onMore(inside.course)}
          aria-label={`More about the course inside, ${inside.title}`}
          style={{ width: 44, alignItems: "center", justifyContent: "center" }}
        >
          <Icon name="chevron-right" color={quiet} />
        </Press>
      </View>
      <View role="list">
        {rows.map((item) => (
          <Row
            key={item.id}
            item={item}
            row={items.get(item.id) ?? null}
            gate={item.gate || "lessons" in item ? sayGate(item.gate, titles) : "with its module"}
            snag={snags.get(item.id) ?? null}
            drawing={drawing}
            zone={zone}
          />
        ))}
      </View>
    </View>
  );
});

/** "A course inside · 3 modules, 12 lessons, 2 h 10 min". */
function saySize(modules: readonly PlanModule[]): string {
  const lessons = modules.flatMap((module) => module.lessons);
  const minutes = lessons.reduce((sum, lesson) => sum + (lesson.minutes ?? 0), 0);
  const size = [
    countWords(DEFAULT_WORDS, "module", modules.length),
    countWords(DEFAULT_WORDS, "lesson", lessons.length),
    ...(minutes > 0 ? [sayLength(minutes)] : []),
  ];
  return `A course inside · ${size.join(", ")}`;
}

interface RowProps extends Pick<Props, "drawing" | "zone"> {
  item: PlanModule | PlanLesson;
  row: TimelineItemAnswer | null;
  gate: string;
  snag: string | null;
}

/** A row that is read: title, gate, and the date it comes to here. */
function Row({ item, row, gate, snag, drawing, zone }: RowProps) {
  const { quiet, ember } = usePalette();
  const wide = useWide();
  const module = "lessons" in item;
  const place = { dataSet: { inside: item.id } } as object;
  const inset = module ? 0 : wide ? 22 : 14;
  const date = item.visible !== "published" ? item.visible : row ? sayState(row, zone) : "";
  const title = (
    <>
      <SunMark mark={row ? markOf(row) : "waiting"} size={module ? 24 : 20} />
      <Text kind={module ? "strong" : "body"} numberOfLines={2} style={{ flex: 1 }}>
        {item.title}
      </Text>
    </>
  );
  const words = (
    <Text kind="small" color={snag ? ember : quiet} numberOfLines={wide ? 2 : undefined}>
      {snag ? `${gate} · ${snag}` : gate}
    </Text>
  );
  if (!wide)
    return (
      <View {...place} role="listitem" style={{ paddingLeft: 8 + inset, paddingVertical: 6 }}>
        <View style={{ flexDirection: "row", alignItems: "center", gap: 8 }}>{title}</View>
        <View style={{ paddingLeft: module ? 32 : 28 }}>
          {words}
          <Text kind="small" color={quiet}>
            {date}
          </Text>
        </View>
      </View>
    );
  return (
    <View {...place} role="listitem" style={{ flexDirection: "row", minHeight: ROW }}>
      <View
        style={{
          flexDirection: "row",
          alignItems: "center",
          gap: 8,
          width: TITLE_WIDTH - 8,
          paddingLeft: 36 + inset,
          paddingRight: 12,
        }}
      >
        {title}
      </View>
      <View style={{ width: GATE_WIDTH, justifyContent: "center", paddingHorizontal: 8 }}>
        {words}
      </View>
      <View style={{ flex: 1, minWidth: 0, justifyContent: "center" }}>
        {drawing && row ? (
          <RowStrip
            row={row}
            drawing={drawing}
            zone={zone}
            height={ROW}
            strong={module}
            labeled={module || item.gate !== null}
          />
        ) : (
          <Text kind="small" color={quiet} style={{ padding: 12 }}>
            {date}
          </Text>
        )}
      </View>
      <View style={{ width: 44 }} />
    </View>
  );
}

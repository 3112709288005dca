/** A lesson in the outline of one's own course: into it where it is open, or why it is shut and what opens it. */
import type { MyCourse } from "@dawngate/contract/enrollment";
import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import { type Speaker, saySooner, sayWrittenEnd } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { markOf, sayState } from "../schedule/state-words";
import { QuietAction } from "../ui/action";
import { Press } from "../ui/press";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { sayWhy } from "./speaker";

interface Props {
  lesson: MyCourse["modules"][number]["lessons"][number];
  item: TimelineItemAnswer;
  timeline: MyCourse["timeline"];
  speaker: Speaker;
  /** The lesson that leads to this one, where one waits for it and it is open. */
  wayThrough: string | null;
  onEnter(lesson: string): void;
}

export function OutlineLesson({ lesson, item, timeline, speaker, wayThrough, onEnter }: Props) {
  const { quiet } = usePalette();
  const [asked, setAsked] = useState(false);
  const canEnter = item.state === "open" && !lesson.empty;
  return (
    <View>
      <Press
        role={canEnter ? "link" : "button"}
        aria-expanded={canEnter ? undefined : asked}
        onPress={() => (canEnter ? onEnter(lesson.id) : setAsked(!asked))}
        style={{ flexDirection: "row", gap: 12, alignItems: "center", paddingLeft: 20 }}
      >
        <SunMark mark={markOf(item)} size={20} />
        <View style={{ flex: 1, paddingVertical: 6 }}>
          <Text color={lesson.empty ? quiet : undefined}>{lesson.title}</Text>
          <Text kind="small" color={quiet}>
            {lesson.empty ? "Still being written" : sayLesson(lesson, item, timeline)}
          </Text>
        </View>
      </Press>
      {asked && !canEnter ? (
        <View style={{ paddingLeft: 52, paddingBottom: 8, gap: 8 }}>
          <Text kind="small">
            {item.state === "open"
              ? `Nothing stands in it yet.${item.done || !lesson.required ? "" : " It counts all the same: you can open it and go on."}`
              : sayShut(item, timeline, speaker)}
          </Text>
          {item.state === "open" && !item.done && lesson.required ? (
            <QuietAction label="Open it" onPress={() => onEnter(lesson.id)} />
          ) : null}
          {wayThrough === null ? null : (
            <QuietAction
              label={`Go to ${speaker.titleOf(wayThrough)}`}
              onPress={() => onEnter(wayThrough)}
            />
          )}
        </View>
      ) : null}
    </View>
  );
}

/** Why it is shut, and what would open it, in sentences. */
export function sayShut(
  item: TimelineItemAnswer,
  timeline: MyCourse["timeline"],
  speaker: Speaker,
): string {
  return [
    item.state === "closed" ? "Closed now." : sayWhy(item.why, timeline, speaker),
    ...saySooner(item, timeline.access, speaker),
  ].join(" ");
}

/** "Open · video · 14 min · due the end of Sun 6 Dec". */
function sayLesson(
  { kind, minutes, sample }: Props["lesson"],
  item: TimelineItemAnswer,
  timeline: Pick<MyCourse["timeline"], "access" | "at" | "timeZone">,
): string {
  const { access, at } = timeline;
  const { closes, state } = item;
  const zone = zoneOf(timeline.timeZone);
  return [
    sayState(item, zone),
    sample ? "sample" : kind,
    ...(minutes === null ? [] : [`${minutes} min`]),
    ...sayDue(item, timeline),
    ...(closes !== null && closes > at && closes !== access.until && state !== "closed"
      ? [`closes ${sayWrittenEnd(closes, { zone })}`]
      : []),
  ].join(" · ");
}

/** "due the end of Sun 6 Dec"; nothing of what has none, or is done. */
export function sayDue(
  { due, done }: Pick<TimelineItemAnswer, "due" | "done">,
  { at, timeZone }: Pick<MyCourse["timeline"], "at" | "timeZone">,
): string[] {
  if (due === null || done) return [];
  return [`${due > at ? "due" : "was due"} ${sayWrittenEnd(due, { zone: zoneOf(timeZone) })}`];
}

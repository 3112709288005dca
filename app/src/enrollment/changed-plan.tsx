/** What has changed in the plan since one enrolled, said once: it is gone when one has understood it. */
import type { MyCourse, PlanChanges } from "@dawngate/contract/enrollment";
import {
  listed,
  quoted,
  sayLater,
  sayWrittenEnd,
  sayWrittenInstant,
} from "@dawngate/core/schedule/words";
import { type Zone, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../ui/action";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

interface Props {
  enrollment: string;
  course: Pick<MyCourse, "changed" | "timeline">;
}

const keyOf = (enrollment: string) => `dawngate-changed-${enrollment}`;

/** Up to which version one has understood it, in this browser. */
function understood(enrollment: string): number {
  try {
    return Number(localStorage.getItem(keyOf(enrollment)) ?? 0);
  } catch {
    return 0;
  }
}

export function ChangedPlan({ enrollment, course: { changed, timeline } }: Props) {
  const { lilac } = usePalette();
  const [seen, setSeen] = useState(() => understood(enrollment));
  if (changed === null || changed.version <= seen) return null;
  const understand = () => {
    setSeen(changed.version);
    try {
      localStorage.setItem(keyOf(enrollment), String(changed.version));
    } catch {
      // A browser that keeps nothing shows it again the next time.
    }
  };
  return (
    <View
      role="region"
      aria-label="What has changed"
      style={{ backgroundColor: lilac, borderRadius: 10, padding: 16, gap: 8 }}
    >
      <Text kind="name" level={2}>
        What has changed since you enrolled
      </Text>
      {sayChanges(changed, zoneOf(timeline.timeZone)).map((line) => (
        <Text key={line}>{line}</Text>
      ))}
      <QuietAction label="Understood" onPress={understand} />
    </View>
  );
}

/** So many lines; the rest stands in the outline itself. */
const MOST = 6;

/**
 * Sentences, the openings first.
 *
 * @example "“Shaping” opens 14 days later: Fri 19 Mar, 07:00."
 */
export function sayChanges(changed: PlanChanges, zone: Zone): string[] {
  const move =
    (verb: string, say: (at: string) => string) =>
    ({ title, before, after }: PlanChanges["opens"][number]) =>
      after === null
        ? `${quoted(title)} has no date for ${verb === "opens" ? "opening" : verb === "is due" ? "being due" : "closing"} any more.`
        : before === null
          ? `${quoted(title)} ${verb} ${say(after)}.`
          : `${quoted(title)} ${verb} ${sayLater(Date.parse(after) - Date.parse(before))}: ${say(after)}.`;
  const opening = (at: string) => sayWrittenInstant(at, zone, false);
  const end = (at: string) => sayWrittenEnd(at, { zone });
  const { end: ends } = changed;
  const lines = [
    ...changed.opens.map(move("opens", opening)),
    ...changed.due.map(move("is due", end)),
    ...changed.closes.map(move("closes", end)),
    ...(changed.added.length > 0 ? [`New: ${some(changed.added)}.`] : []),
    ...(changed.gone.length > 0 ? [`Not in it any more: ${some(changed.gone)}.`] : []),
    ...(ends === null
      ? []
      : [
          ends.after === null
            ? "It is yours without an end now."
            : `It is yours until ${end(ends.after)}${ends.before === null ? "" : `, ${sayLater(Date.parse(ends.after) - Date.parse(ends.before))}`}.`,
        ]),
  ];
  const more = lines.length - MOST;
  return more > 1
    ? [...lines.slice(0, MOST), `And ${more} more; the dates below are true.`]
    : lines;
}

function some(titles: readonly string[], most = 4): string {
  const shown = titles.slice(0, most).map(quoted);
  return titles.length > most
    ? `${shown.join(", ")} and ${titles.length - most} more`
    : listed(shown);
}

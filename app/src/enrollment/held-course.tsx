/** A course on the shelf: its cover, its horizon in small, what opens next and when, and until when it is one's own. */
import type { Shelf } from "@dawngate/contract/enrollment";
import { sayAway, sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { useRouter } from "expo-router";
import { View } from "react-native";
import { SmallCover } from "../courses/cover";
import { read } from "../schedule/horizon/scale";
import { SunLine } from "../schedule/horizon/sun-line";
import { useWide } from "../ui/layout";
import { Press } from "../ui/press";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";

export type Shelved = Shelf["courses"][number];

interface Props {
  school: string;
  /** The school's own color; null: it is not known yet. */
  color: string | null;
  held: Shelved;
}

export function HeldCourse({ school, color, held }: Props) {
  const { quiet, line, coral } = usePalette();
  const router = useRouter();
  const wide = useWide();
  const { title, fresh, modules } = held;
  const now = Date.now() as Instant;
  const next = sayNext(held, now);
  return (
    <View
      role="listitem"
      style={{
        borderBottomWidth: 1,
        borderBottomColor: line,
        ...(wide && { width: "47%" }),
      }}
    >
      <Press
        role="link"
        onPress={() => router.push(`/${school}/shelf/${held.enrollment}`)}
        style={{ paddingVertical: 18, gap: 8 }}
      >
        <View style={{ flexDirection: "row", gap: 14, alignItems: "center" }}>
          <SmallCover
            title={title}
            color={color ?? coral}
            place={{ school, course: held.course }}
            cover={held.cover}
          />
          <View style={{ flex: 1, gap: 2 }}>
            <Text kind="heading" level={2}>
              {title}
            </Text>
            <Text kind="small" color={quiet}>
              {sayStanding(held)}
            </Text>
          </View>
        </View>
        {modules.length > 1 ? <SunLine suns={modules} at={now} /> : null}
        {fresh.length > 0 ? (
          <Text kind="smallStrong">New this week: {fresh.join(", ")}</Text>
        ) : null}
        {next === null ? null : (
          <Text kind="small">
            <Text kind="smallStrong">{next.strong}</Text>
            {next.rest}
          </Text>
        )}
      </Press>
    </View>
  );
}

/** "6 of 24 done · yours until the end of Thu 6 May 2027". */
export function sayStanding({ timeZone, state, shutBy, from, until, progress, cohort }: Shelved) {
  const zone = zoneOf(timeZone);
  if (shutBy === "pause") return "Paused";
  if (shutBy === "suspension") return "Closed for now";
  if (state === "closed" && until !== null)
    return `Your access ended at ${sayWrittenEnd(until, { zone })}`;
  const parts: string[] = [];
  if (state === "scheduled" && from !== null)
    parts.push(`begins ${sayWrittenInstant(from, zone, false)}`);
  else if (state === "open" && progress.of > 0)
    parts.push(
      progress.done === progress.of ? "all done" : `${progress.done} of ${progress.of} done`,
    );
  if (cohort !== null && state !== "open") parts.push(`cohort ${cohort}`);
  if (until !== null) parts.push(`yours until ${sayWrittenEnd(until, { zone })}`);
  return parts.join(" · ");
}

/** What comes next of it; the first part is what matters. Null: nothing does. */
export function sayNext(
  { timeZone, state, shutBy, from, next }: Shelved,
  now: Instant,
): { strong: string; rest: string } | null {
  const zone = zoneOf(timeZone);
  if (shutBy === "pause")
    return { strong: "You lose no days.", rest: " Write to the school to go on." };
  if (shutBy === "suspension") return { strong: "Write to the school", rest: " to go on." };
  if (state === "waiting")
    return { strong: "It opens", rest: " as soon as your first payment has arrived." };
  const opens = read(next?.opens ?? null);
  if (next && opens !== null)
    return {
      strong: next.title,
      rest: ` opens ${sayWrittenInstant(next.opens, zone, false)}, ${sayAway(now, opens, zone)}`,
    };
  const begins = read(from);
  if (state === "scheduled" && begins !== null)
    return { strong: "You are in.", rest: ` It begins ${sayAway(now, begins, zone)}.` };
  return null;
}

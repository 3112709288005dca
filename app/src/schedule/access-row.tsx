/** The first row of the schedule: access itself, which everything else lies within. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { sayWrittenEnd, sayWrittenInstant } from "@dawngate/core/schedule/words";
import { type Zone, zoneOf } from "@dawngate/core/time";
import { View } from "react-native";
import { Hidden } from "../ui/hidden";
import { Press } from "../ui/press";
import { SunMark } from "../ui/sun-mark";
import { Text } from "../ui/text";
import { usePalette } from "../ui/theme";
import { HorizonStrip } from "./horizon/strip";
import { type Drawing, OUTLINE, ROW } from "./schedule-row";
import type { Mail } from "./use-mails";

interface Props {
  timeline: TimelineAnswer;
  zone: Zone;
  wide: boolean;
  drawing: Drawing;
  /** What they are told of its end. */
  mails: readonly Mail[];
  onWhy(): void;
}

export function AccessRow({ timeline, zone, wide, drawing, mails, onWhy }: Props) {
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
      mails={mails}
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

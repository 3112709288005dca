/** Why a module or a lesson opens, closes and is due when it does, for one person. */

import type { TimelineAnswer, TimelineItemAnswer } from "@dawngate/contract/schedule";
import {
  explainClosing,
  explainOpening,
  momentLines,
  type Speaker,
  sayMoment,
  saySooner,
  sayWrittenEnd,
} from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import { Link } from "expo-router";
import type { ReactNode } from "react";
import { View } from "react-native";
import { Sheet } from "../../ui/sheet";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { read } from "../horizon/scale";
import { markOf, sayState } from "../state-words";
import { ExplanationView } from "./explanation";
import { Sooner } from "./sooner";
import { ZoneNote } from "./zone-note";

interface Props {
  item: TimelineItemAnswer;
  timeline: TimelineAnswer;
  titleOf(id: string): string;
  /** Where the lesson's text can be read; null for a module. */
  href: string | null;
  onClose(): void;
  /** What staff can do about it. */
  children?: ReactNode;
}

export function ItemSheet({ item, timeline, titleOf, href, onClose, children }: Props) {
  const { dusk } = usePalette();
  const zone = zoneOf(timeline.clock);
  const speaker: Speaker = { zone, titleOf, person: "they" };
  return (
    <Sheet title={titleOf(item.id)} onClose={onClose}>
      <View style={{ flexDirection: "row", gap: 10, alignItems: "center" }}>
        <SunMark mark={markOf(item)} size={32} />
        <Text kind="strong">{sayState(item, zone)}</Text>
      </View>
      <Shut timeline={timeline} item={item} />
      <ExplanationView heading="Opening" explanation={explainOpening(item.why, speaker)} />
      <Sooner lines={saySooner(item, timeline.access, speaker)} state={item.state} />
      <ExplanationView heading="Closing" explanation={explainClosing(item.closesWhy, speaker)} />
      {item.dueWhy && (
        <ExplanationView
          heading="Due"
          explanation={{
            sentence:
              item.due === null
                ? `No date yet: ${sayMoment(item.dueWhy, speaker)}.`
                : `Due by ${sayWrittenEnd(item.due, speaker)}. It locks nothing.`,
            groups: [
              { heading: "Its due date", lines: momentLines(item.dueWhy, speaker), decides: false },
            ],
          }}
        />
      )}
      {href !== null && (
        <Link href={href} onPress={onClose} style={{ paddingVertical: 10, minHeight: 44 }}>
          <Text kind="strong" color={dusk} style={{ textDecorationLine: "underline" }}>
            Read this lesson
          </Text>
        </Link>
      )}
      <ZoneNote clock={timeline.clock} timeZone={timeline.timeZone} instant={read(item.opens)} />
      {children}
    </Sheet>
  );
}

/** Why it is closed although its own dates would have it open. */
function Shut({ timeline, item }: Pick<Props, "timeline" | "item">) {
  const { ember } = usePalette();
  const { shutBy, state } = timeline.access;
  if (item.state !== "closed") return null;
  const reason =
    shutBy === "pause"
      ? "Closed while this person's pause runs. No day is lost: dates that count days move along."
      : shutBy === "suspension"
        ? "Closed while this person's access is suspended."
        : !item.reachable
          ? "It closes before it opens, so it never opens."
          : state === "closed"
            ? "Closed because this person's access has ended."
            : null;
  return reason === null ? null : (
    <Text kind="small" color={ember}>
      {reason}
    </Text>
  );
}

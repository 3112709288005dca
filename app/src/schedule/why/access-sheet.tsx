/** Why a person's access begins and ends when it does. */

import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { explainEnd, explainStart, type Speaker } from "@dawngate/core/schedule/words";
import { zoneOf } from "@dawngate/core/time";
import type { ReactNode } from "react";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { read } from "../horizon/scale";
import { ExplanationView } from "./explanation";
import { ZoneNote } from "./zone-note";

interface Props {
  timeline: TimelineAnswer;
  titleOf(id: string): string;
  onClose(): void;
  /** What staff can do about it. */
  children?: ReactNode;
}

export function AccessSheet({ timeline, titleOf, onClose, children }: Props) {
  const { ember } = usePalette();
  const { access } = timeline;
  const speaker: Speaker = { zone: zoneOf(timeline.clock), titleOf, person: "they" };
  return (
    <Sheet title="Access" onClose={onClose}>
      {access.shutBy !== null && (
        <Text kind="strong" color={ember}>
          {access.shutBy === "pause" ? "A pause runs" : "Access is suspended"}: everything is closed
          meanwhile.
        </Text>
      )}
      <ExplanationView heading="Beginning" explanation={explainStart(access.fromWhy, speaker)} />
      <ExplanationView heading="End" explanation={explainEnd(access.untilWhy, speaker)} />
      <ZoneNote clock={timeline.clock} timeZone={timeline.timeZone} instant={read(access.from)} />
      {children}
    </Sheet>
  );
}

/** For whom and when the dates on a screen hold: the strip that says it, and the sheets in which it is changed. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { type Instant, zoneOf } from "@dawngate/core/time";
import { useState } from "react";
import { useWide } from "../../ui/layout";
import type { SeenIn } from "./as-if";
import { AsIfSheets } from "./as-if-sheets";
import type { Seen } from "./seen-course";
import { AsIfStrip } from "./strip";

interface Props {
  seen: Pick<Seen, "school" | "asIf" | "imagined" | "setWho" | "setAt"> & { course: SeenIn };
  timeline: TimelineAnswer | undefined;
  /** The instant shown, also while it is dragged. */
  at: Instant | null;
  /** The zone in which it is said. */
  clock: string;
  /** Null: there is nothing to compare here. */
  onCompare: (() => void) | null;
}

export function AsIfBar({ seen, timeline, at, clock, onCompare }: Props) {
  const wide = useWide();
  const [sheet, setSheet] = useState<"who" | "when" | null>(null);
  const { school, course, asIf, imagined, setWho, setAt } = seen;
  return (
    <>
      <AsIfStrip
        course={course}
        asIf={asIf}
        timeline={timeline}
        at={at}
        clock={clock}
        wide={wide}
        onWho={() => setSheet("who")}
        onWhen={() => setSheet("when")}
        onCompare={onCompare}
        onChange={setWho}
      />
      {sheet === null ? null : (
        <AsIfSheets
          school={school}
          open={sheet}
          course={course}
          asIf={asIf}
          imagined={imagined}
          zone={zoneOf(clock)}
          at={at}
          onWho={setWho}
          onAt={setAt}
          onClose={() => setSheet(null)}
        />
      )}
    </>
  );
}

/** A row's strip of the horizon: from when to when it is open, with what it comes to. */
import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import { sayWrittenInstant } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
import { read } from "../../schedule/horizon/scale";
import { HorizonStrip } from "../../schedule/horizon/strip";
import type { Lines } from "./lines";

interface Props {
  row: TimelineItemAnswer;
  drawing: Lines;
  zone: Zone;
  height: number;
  /** A module's is drawn stronger. */
  strong: boolean;
  /** Its opening stands in words at the bar. */
  labeled: boolean;
}

export function RowStrip({ row, drawing, zone, height, strong, labeled }: Props) {
  return (
    <HorizonStrip
      {...drawing}
      opens={read(row.opens)}
      closes={read(row.closes)}
      notBefore={read(row.notBefore)}
      due={read(row.due)}
      unreachable={!row.reachable}
      height={height}
      strong={strong}
      label={labeled ? barLabel(row, zone) : null}
    />
  );
}

function barLabel(row: TimelineItemAnswer, zone: Zone): string {
  if (!row.reachable) return "closes before it opens";
  return row.opens === null ? "waits" : sayWrittenInstant(row.opens, zone, false);
}

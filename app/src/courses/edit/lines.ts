/** How the rows of an outline are laid out, and what their strips of the horizon are drawn by. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import type { Instant, Zone } from "@dawngate/core/time";
import { type DayMark, marksIn } from "../../schedule/horizon/marks";
import {
  rangeOf,
  read,
  type Scale,
  scaleOf,
  type Tick,
  ticksOf,
} from "../../schedule/horizon/scale";

/** Room for titles and for gates on a wide screen; the horizon takes the rest. */
export const TITLE_WIDTH = 400;
export const GATE_WIDTH = 220;
/** How tall a row is on a wide screen, without its line. */
export const ROW = 46;

/** What a row's strip of the horizon needs to be drawn. */
export interface Lines {
  scale: Scale;
  ticks: Tick[];
  at: Instant;
  from: Instant | null;
  until: Instant | null;
  /** Closed days and clock changes. */
  marks: readonly DayMark[];
}

export function drawingOf(
  timeline: TimelineAnswer,
  width: number,
  zone: Zone,
  closed: readonly string[],
): Lines {
  const scale = scaleOf(rangeOf(timeline), width);
  const { access, at } = timeline;
  return {
    scale,
    ticks: ticksOf(scale, zone),
    at: read(at) as Instant,
    from: read(access.from),
    until: read(access.until),
    marks: marksIn(scale.range, zone, closed),
  };
}

/** One person on the horizon, a table's row high: access as a bar, each module's opening a rising edge on it. */
import type { Instant } from "@dawngate/core/time";
import { memo } from "react";
import Svg, { Line, Path } from "react-native-svg";
import { usePalette } from "../../ui/theme";

/** What all lines of a table are drawn against. */
export interface LineRange {
  from: number;
  to: number;
  at: Instant;
}

interface Props {
  range: LineRange;
  /** Access; null: it waits, or has no end. */
  from: number | null;
  until: number | null;
  /** Openings that are known, in order. */
  openings: readonly number[];
  /** Access stands still. */
  shut: boolean;
  width: number;
}

const HEIGHT = 30;
const GROUND = 22;
const RISE = 10;

/** The range of a table: from the first day somebody in it began, around now, to where most of them end. */
export function rangeOf(
  people: readonly { from: number | null; until: number | null; openings: readonly number[] }[],
  at: Instant,
): LineRange {
  const day = 86_400_000;
  const begins = people.flatMap(({ from }) => (from === null ? [] : [from]));
  const last = people.flatMap(({ openings }) => openings.slice(-1));
  return {
    at,
    from: Math.max(Math.min(at - 14 * day, ...begins), at - 50 * day),
    to: Math.min(Math.max(at + 28 * day, ...last.map((opens) => opens + 7 * day)), at + 80 * day),
  };
}

export const PersonLine = memo(function PersonLine(props: Props) {
  const { range, from, until, openings, shut, width } = props;
  const { line, apricot, apricotPale, apricotLine, quiet, night, shade } = usePalette();
  const x = (instant: number) =>
    Math.max(-8, Math.min(width + 8, ((instant - range.from) / (range.to - range.from)) * width));
  const now = x(range.at);
  const end = until === null ? width + 8 : x(until);
  const edge = shut ? quiet : apricotLine;
  // Before the first module nothing is open yet; access alone is a thin line.
  const rising = openings.filter((opens) => x(opens) < end);
  const bar = (opens: number, i: number) => {
    const left = x(opens);
    const curve = Math.min(6, (end - left) / 2);
    const top = GROUND - RISE;
    return (
      <Path
        key={opens}
        d={`M${left} ${GROUND}C${left + 1} ${top + 4} ${left + 2} ${top} ${left + curve} ${top}H${end - curve}C${end - 2} ${top} ${end - 1} ${top + 4} ${end} ${GROUND}Z`}
        fill={shut ? shade : i === 0 ? apricot : apricotPale}
        stroke={edge}
        strokeWidth={1.2}
      />
    );
  };
  return (
    <Svg width={width} height={HEIGHT} aria-hidden>
      <Line x1={0} x2={width} y1={GROUND} y2={GROUND} stroke={line} strokeWidth={1.4} />
      {from === null ? null : (
        <Line x1={x(from)} x2={end} y1={GROUND} y2={GROUND} stroke={edge} strokeWidth={1.8} />
      )}
      {rising.map(bar)}
      <Line x1={now} x2={now} y1={2} y2={HEIGHT - 2} stroke={night} strokeWidth={2} />
    </Svg>
  );
});

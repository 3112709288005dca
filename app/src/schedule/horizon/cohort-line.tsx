/** One cohort on a horizon that all of a course share: the days one may enroll as an outline, the days it runs as a bar. */
import { sayShortDate } from "@dawngate/core/schedule/words";
import { addDays, type LocalDate, parseDate } from "@dawngate/core/time";
import { memo } from "react";
import Svg, { Line, Path, Rect } from "react-native-svg";
import { usePalette } from "../../ui/theme";

export interface CohortDays {
  starts: string;
  ends: string;
  window: { opens: string; closes: string } | null;
}

export interface DayRange {
  from: LocalDate;
  through: LocalDate;
  today: LocalDate;
}

const read = (text: string): LocalDate | null => {
  const date = parseDate(text);
  return date.ok ? date.value : null;
};

/** All days that the cohorts of a course name, and today, with a little around. */
export function daysOf(cohorts: readonly CohortDays[], today: string): DayRange {
  const now = read(today) ?? (0 as LocalDate);
  const named = cohorts
    .flatMap(({ starts, ends, window }) => [starts, ends, window?.opens, window?.closes])
    .flatMap((text) => (text === undefined ? [] : [read(text)]))
    .filter((date) => date !== null);
  return {
    today: now,
    from: addDays(Math.min(now, ...named) as LocalDate, -7),
    through: addDays(Math.max(now, ...named) as LocalDate, 7),
  };
}

/** "Horizon, 21 Sep to 4 Apr". */
export const sayRange = ({ from, through }: DayRange) =>
  `Horizon, ${sayShortDate(from)} to ${sayShortDate(through)}`;

const HEIGHT = 44;
const GROUND = 34;

export const CohortLine = memo(function CohortLine({
  days: { starts, ends, window },
  range,
  width,
}: {
  days: CohortDays;
  range: DayRange;
  width: number;
}) {
  const { apricot, apricotLine, dusk, line, night } = usePalette();
  const x = (date: LocalDate) => ((date - range.from) / (range.through - range.from + 1)) * width;
  const bounds = (from: string, through: string): [number, number] | null => {
    const [a, b] = [read(from), read(through)];
    return a === null || b === null ? null : [x(a), x(addDays(b, 1))];
  };
  const runs = bounds(starts, ends);
  const open = window && bounds(window.opens, window.closes);
  const curve = runs ? Math.min(8, (runs[1] - runs[0]) / 2) : 0;
  const now = x(range.today);
  return (
    <Svg width={width} height={HEIGHT} aria-hidden>
      <Line x1={0} x2={width} y1={GROUND} y2={GROUND} stroke={line} strokeWidth={1.4} />
      {open ? (
        <Rect
          x={open[0]}
          y={GROUND - 24}
          width={Math.max(2, open[1] - open[0])}
          height={8}
          rx={3}
          fill="none"
          stroke={dusk}
          strokeWidth={1.4}
        />
      ) : null}
      {runs ? (
        <Path
          d={`M${runs[0]} ${GROUND}c2 -8 2 -13 ${curve} -13H${runs[1] - curve}c${curve} 0 ${curve - 2} 5 ${curve} 13Z`}
          fill={apricot}
          stroke={apricotLine}
          strokeWidth={1.4}
        />
      ) : null}
      <Line x1={now} x2={now} y1={4} y2={HEIGHT - 2} stroke={night} strokeWidth={2} />
    </Svg>
  );
});

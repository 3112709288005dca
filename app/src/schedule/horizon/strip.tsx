/** One row of the horizon, drawn. For the eye only: the outline's row says the same in words. */
import type { Instant } from "@dawngate/core/time";
import Svg, { Path } from "react-native-svg";
import { usePalette } from "../../ui/theme";
import { type Mail, NO_MAILS } from "../use-mails";
import { Backdrop, Bar, type RowTimes } from "./bars";
import type { DayMark } from "./marks";
import type { Scale, Tick } from "./scale";

interface Props extends RowTimes {
  scale: Scale;
  ticks: Tick[];
  from: Instant | null;
  until: Instant | null;
  at: Instant;
  /** Closed days and clock changes. */
  marks?: readonly DayMark[];
  height: number;
  strong: boolean;
  label: string | null;
  mails?: readonly Mail[];
}

const NONE: readonly DayMark[] = [];

/** So many of one row are drawn. */
const MAILS_MOST = 12;

export function HorizonStrip(props: Props) {
  const { scale, ticks, from, until, marks = NONE, mails = NO_MAILS, ...row } = props;
  const { height, strong, ...bar } = row;
  const palette = usePalette();
  if (scale.width <= 0) return null;
  return (
    <Svg width={scale.width} height={height} aria-hidden>
      <Backdrop
        scale={scale}
        palette={palette}
        height={height}
        ticks={ticks}
        from={from}
        until={until}
        marks={marks}
      />
      <Bar
        {...bar}
        scale={scale}
        palette={palette}
        height={height}
        ground={height - 8}
        rise={strong ? Math.min(25, height - 12) : Math.min(14, height - 14)}
        strong={strong}
      />
      {mails.slice(0, MAILS_MOST).map(({ at, subject }) => (
        // A letter below the ground, where it is told.
        <Path
          key={`${at} ${subject}`}
          d={`M${scale.x(Date.parse(at) as Instant) - 5} ${height - 6.5}h10v6h-10zl5 3.5 5 -3.5`}
          fill={palette.paper}
          stroke={palette.quiet}
          strokeWidth={1}
        />
      ))}
    </Svg>
  );
}

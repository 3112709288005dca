/** One row of the horizon, drawn. For the eye only: the outline's row says the same in words. */
import type { Instant } from "@dawngate/core/time";
import Svg from "react-native-svg";
import { usePalette } from "../../ui/theme";
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
}

const NONE: readonly DayMark[] = [];

export function HorizonStrip(props: Props) {
  const { scale, ticks, from, until, marks = NONE, height, strong, ...bar } = props;
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
    </Svg>
  );
}

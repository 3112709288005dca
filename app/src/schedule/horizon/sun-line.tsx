/** The horizon in small: a course's modules as suns along a line, and the instant one looks at among them. */
import type { Instant } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import Svg, { Circle, Line, Path, Text as SvgText } from "react-native-svg";
import { TEXT } from "../../ui/fonts";
import type { Mark } from "../../ui/sun-mark";
import { usePalette } from "../../ui/theme";
import { read } from "./scale";

export interface SunOnLine {
  mark: Mark;
  opens: string | null;
}

interface Props {
  suns: readonly SunOnLine[];
  at: Instant;
  /** It stands on night. */
  onNight?: boolean;
  /** The instant is labeled "today". */
  labeled?: boolean;
}

const RADIUS = 9;
const EDGE = 12;

/**
 * Where the instant stands among suns set at equal steps, from 0 before the first to 1 at the last: between the last
 * that has risen and the next that will, as much of the way as has passed of the time between.
 */
export function instantAmong(suns: readonly SunOnLine[], at: Instant): number {
  const last = suns.length - 1;
  const times = suns.map(({ opens }) => read(opens));
  let risen = -1;
  times.forEach((time, i) => {
    if (time !== null && time <= at) risen = i;
  });
  if (last < 0) return 0;
  const next = times.findIndex((time, i) => i > risen && time !== null);
  const from = risen < 0 ? null : times[risen];
  const to = next < 0 ? null : times[next];
  if (risen < 0) return -0.5 / Math.max(1, last);
  const share = from != null && to != null && to > from ? (at - from) / (to - from) : 0.5;
  const reach = next < 0 ? 0.5 : next - risen;
  // Clear of the suns at both ends: the line stands between what is and what comes.
  return (
    Math.min(risen + 0.35 + Math.min(0.9, share) * Math.max(0.1, reach - 0.65), last + 0.5) /
    Math.max(1, last)
  );
}

export function SunLine({ suns, at, onNight = false, labeled = false }: Props) {
  const [width, setWidth] = useState(0);
  const palette = usePalette();
  const ink = onNight ? palette.onFrame : palette.night;
  const ground = onNight ? palette.onFrameQuiet : palette.dusk;
  const steps = Math.max(1, suns.length - 1);
  const room = width - 2 * EDGE;
  const r = Math.max(2.5, Math.min(RADIUS, room / steps / 2.6));
  const y = 26;
  const x = (i: number) => EDGE + (suns.length === 1 ? 0 : (room * i) / steps);
  const now = Math.max(3, Math.min(width - 3, EDGE + room * instantAmong(suns, at)));
  return (
    <View
      role="img"
      aria-label={saySuns(suns)}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      style={{ height: labeled ? 50 : 40 }}
    >
      {width > 0 ? (
        <Svg width={width} height={labeled ? 50 : 40} aria-hidden>
          <Line x1={0} x2={width} y1={y} y2={y} stroke={ground} strokeWidth={1.5} />
          {suns.map((sun, i) => (
            <Sun
              // biome-ignore lint/suspicious/noArrayIndexKey: suns stand in the outline's order
              key={i}
              mark={sun.mark}
              x={x(i)}
              y={y}
              r={r}
              onNight={onNight}
            />
          ))}
          <Line x1={now} x2={now} y1={10} y2={y + 8} stroke={ink} strokeWidth={2.5} />
          {labeled ? (
            <SvgText
              x={Math.max(18, Math.min(width - 18, now))}
              y={48}
              fill={ink}
              fontSize={12}
              fontFamily={TEXT}
              textAnchor="middle"
            >
              today
            </SvgText>
          ) : null}
        </Svg>
      ) : null}
    </View>
  );
}

function Sun({
  mark,
  x,
  y,
  r,
  onNight,
}: {
  mark: Mark;
  x: number;
  y: number;
  r: number;
  onNight: boolean;
}) {
  const {
    apricot,
    apricotLine,
    leaf,
    dusk,
    quiet,
    frame,
    onFrame,
    onFrameQuiet,
    frameMark,
    frameLeaf,
    paper,
  } = usePalette();
  const half = (fill: string, stroke: string, strokeWidth: number) => (
    <Path
      d={`M${x - r} ${y}a${r} ${r} 0 0 1 ${2 * r} 0z`}
      fill={fill}
      stroke={stroke}
      strokeWidth={strokeWidth}
    />
  );
  const edge = onNight ? onFrame : apricotLine;
  switch (mark) {
    case "done":
      return onNight ? half(frameLeaf, onFrame, 1) : half(leaf, leaf, 1);
    case "open":
      return half(onNight ? frameMark : apricot, edge, 1.4);
    case "scheduled":
      return half(onNight ? frame : paper, edge, 1.4);
    case "waiting":
      return <Circle cx={x} cy={y + r + 1} r={r * 0.5} fill={onNight ? onFrameQuiet : dusk} />;
    case "closed":
      return (
        <Circle
          cx={x}
          cy={y + r + 1}
          r={r * 0.5}
          fill="none"
          stroke={onNight ? onFrameQuiet : quiet}
          strokeWidth={1.6}
        />
      );
  }
}

const SAYS: [Mark, string][] = [
  ["done", "done"],
  ["open", "open"],
  ["scheduled", "to come"],
  ["waiting", "waiting"],
  ["closed", "closed"],
];

/** "Horizon: 1 done, 3 open, 4 to come". */
export function saySuns(suns: readonly SunOnLine[]): string {
  const parts = SAYS.flatMap(([mark, word]) => {
    const number = suns.filter((sun) => sun.mark === mark).length;
    return number === 0 ? [] : [`${number} ${word}`];
  });
  return `Horizon: ${parts.join(", ")}`;
}

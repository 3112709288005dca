/** What one row of the horizon shows: the ground, a bar that rises and sets, or the dots of waiting. */
import type { Instant } from "@dawngate/core/time";
import { memo } from "react";
import { G, Line, Path, Rect, Text as SvgText } from "react-native-svg";
import { TEXT_BOLD } from "../../ui/fonts";
import { useSince } from "../../ui/motion";
import type { Palette } from "../../ui/palette";
import type { DayMark } from "./marks";
import { NowLine } from "./now-line";
import type { Scale, Tick } from "./scale";

/** What the row of an item, or of access itself, has to draw. */
export interface RowTimes {
  opens: Instant | null;
  closes: Instant | null;
  notBefore: Instant | null;
  due: Instant | null;
  /** It can never open: it closes first. */
  unreachable: boolean;
}

interface Props extends RowTimes {
  scale: Scale;
  palette: Palette;
  height: number;
  /** Where the ground lies, from the top. */
  ground: number;
  /** How high the bar rises. */
  rise: number;
  strong: boolean;
  /** Said on the bar. */
  label: string | null;
  /** The instant one looks at. */
  at: Instant;
}

/** Roughly how wide a label is: tabular figures make a good guess. */
const LETTER = 6.3;

export const Bar = memo(function Bar(props: Props) {
  const { scale, palette, height, ground, rise, opens, closes, notBefore, due, at } = props;
  const waiting = opens === null;
  const label = waiting ? waitingLabel(props) : dayLabel(props);
  const sets = closes !== null && !waiting && !props.unreachable && scale.x(closes) <= scale.width;
  const now = scale.x(at);
  return (
    <G>
      <Line
        x1={0}
        x2={scale.width}
        y1={ground}
        y2={ground}
        stroke={palette.line}
        strokeWidth={1.5}
      />
      {opens !== null && <Day {...props} opens={opens} />}
      {waiting && notBefore !== null && <Dots {...props} from={notBefore} />}
      {sets && (
        <Path
          d={`M${scale.x(closes) - 5} ${ground + 1}a5 5 0 0 0 10 0`}
          fill={palette.paper}
          stroke={palette.quiet}
          strokeWidth={1.5}
        />
      )}
      <NowLine x={now} height={height} color={palette.night} />
      {due !== null && (
        <Path
          d={`M${scale.x(due)} ${ground}v${-rise - 3}h9l-3 4 3 4h-9`}
          fill={palette.dusk}
          stroke={palette.dusk}
          strokeWidth={1.5}
        />
      )}
      {label && <Label {...label} palette={palette} waiting={waiting} />}
    </G>
  );
});

function Day({
  scale,
  palette,
  ground,
  rise: full,
  strong,
  opens,
  closes,
  unreachable,
  at,
}: Props & { opens: Instant }) {
  const left = scale.x(opens);
  // It rises where the instant one looks at comes to its opening, while one looks.
  const risen = useSince(opens <= at ? "open" : "not yet");
  const rise = opens <= at ? full * (0.2 + 0.8 * risen) : full;
  if (unreachable)
    return (
      <Path
        d={`M${left - 5} ${ground - 5}l10 -10m0 10l-10 -10`}
        stroke={palette.ember}
        strokeWidth={2}
      />
    );
  const right = closes === null ? scale.width + 24 : Math.max(scale.x(closes), left + 2);
  const curve = Math.min(10, (right - left) / 2);
  const top = ground - rise;
  const path = `M${left} ${ground}C${left + curve * 0.4} ${ground - rise * 0.4} ${left + curve * 0.3} ${top} ${left + curve} ${top}H${right - curve}C${right - curve * 0.3} ${top} ${right - curve * 0.4} ${ground - rise * 0.4} ${right} ${ground}Z`;
  return (
    <>
      <Path
        d={path}
        fill={strong ? palette.apricot : palette.apricotPale}
        stroke={palette.apricotLine}
        strokeWidth={strong ? 1.6 : 1.2}
      />
      {left >= 0 && left <= scale.width && (
        <Path d={`M${left - 6} ${ground}a6 5.5 0 0 1 12 0z`} fill={palette.apricotLine} />
      )}
    </>
  );
}

function Dots({ scale, palette, ground, from }: Props & { from: Instant }) {
  return (
    <Line
      x1={Math.min(Math.max(scale.x(from), 2), scale.width)}
      x2={scale.width}
      y1={ground}
      y2={ground}
      stroke={palette.dusk}
      strokeWidth={3}
      strokeDasharray="0.1 8"
      strokeLinecap="round"
    />
  );
}

interface Placed {
  text: string;
  x: number;
  y: number;
  width: number;
}

/** Right of the opening, or at the right edge where there is no room. */
function dayLabel({ label, opens, due, scale, ground, rise }: Props): Placed | null {
  if (label === null || opens === null) return null;
  const width = label.length * LETTER + 12;
  const beside = Math.max(scale.x(opens) + 14, 4);
  const flag = due === null ? -100 : scale.x(due);
  const left = flag > beside - 14 && flag < beside + width ? flag + 14 : beside;
  return { text: label, width, x: Math.min(left, scale.width - width - 4), y: ground - rise / 2 };
}

function waitingLabel({ label, notBefore, scale, ground }: Props): Placed | null {
  if (label === null) return null;
  const width = label.length * LETTER + 12;
  const left = notBefore === null ? 4 : Math.max(scale.x(notBefore), 0) + 4;
  return {
    text: label,
    width,
    x: Math.max(Math.min(left, scale.width - width - 4), 2),
    y: ground - 12,
  };
}

/** Words with a ground of their own, so that no line crosses them. */
function Label({
  text,
  x,
  y,
  width,
  palette,
  waiting,
}: Placed & { palette: Palette; waiting: boolean }) {
  return (
    <>
      <Rect
        x={x}
        y={y - 8}
        width={width}
        height={16}
        rx={3}
        fill={waiting ? palette.paper : palette.apricotLabel}
      />
      <SvgText
        x={x + 6}
        y={y + 4.5}
        fontFamily={TEXT_BOLD}
        fontSize={13}
        fill={waiting ? palette.dusk : palette.apricotInk}
      >
        {text}
      </SvgText>
    </>
  );
}

/** The days' lines behind a row, and the time outside access. */
export const Backdrop = memo(function Backdrop({
  scale,
  palette,
  height,
  ticks,
  from,
  until,
  marks,
}: {
  scale: Scale;
  palette: Palette;
  height: number;
  ticks: Tick[];
  from: Instant | null;
  until: Instant | null;
  marks: readonly DayMark[];
}) {
  const begin = from === null ? 0 : scale.x(from);
  const end = until === null ? scale.width : scale.x(until);
  return (
    <G>
      {begin > 0 && <Rect x={0} y={0} width={begin} height={height} fill={palette.shade} />}
      {end < scale.width && (
        <Rect x={end} y={0} width={scale.width - end} height={height} fill={palette.shade} />
      )}
      {marks.map((mark) =>
        mark.kind === "closed" ? (
          <Rect
            key={mark.from}
            x={scale.x(mark.from)}
            y={0}
            width={Math.max(scale.x(mark.to) - scale.x(mark.from), 2)}
            height={height}
            fill={palette.lilac}
          />
        ) : (
          <Line
            key={mark.from}
            x1={scale.x(mark.from)}
            x2={scale.x(mark.from)}
            y1={0}
            y2={height}
            stroke={palette.dusk}
            strokeWidth={1.5}
            strokeDasharray="2 4"
          />
        ),
      )}
      {ticks.map(({ instant }) => (
        <Line
          key={instant}
          x1={scale.x(instant)}
          x2={scale.x(instant)}
          y1={0}
          y2={height}
          stroke={palette.line}
          strokeWidth={1}
        />
      ))}
    </G>
  );
});

/** The state mark: a small sun and a line. Where the sun stands says the state, so it can be read without color. */
import Svg, { Circle, Line, Path } from "react-native-svg";
import { useSince } from "./motion";
import { sunPath } from "./sun-path";
import { usePalette } from "./theme";

export type Mark = "waiting" | "scheduled" | "open" | "done" | "closed";

/** Drawn in a box of 24 by 24; the horizon lies at 15. Hidden from screen readers: its word stands beside it. */
export function SunMark({ mark, size = 24 }: { mark: Mark; size?: number }) {
  return (
    <Svg width={size} height={size} viewBox="0 0 24 24" aria-hidden style={{ flexShrink: 0 }}>
      <Sun mark={mark} />
    </Svg>
  );
}

/** The horizon of what is open or done, and how deep below it a sun begins to rise. */
const HORIZON = 17;
const DEPTH = 14;
/** So much of the time the sun that was open takes to set. */
const SETTING = 0.4;

function Sun({ mark }: { mark: Mark }) {
  const { dusk, quiet, leaf, apricot, apricotLine, coral, paper } = usePalette();
  // What opens while one looks rises; a tick sets that sun, and its own comes up.
  const part = useSince(mark);
  const risen = mark === "done" ? Math.max(0, (part - SETTING) / (1 - SETTING)) : part;
  const y = 9 + (1 - risen) * DEPTH;
  switch (mark) {
    case "done":
      return (
        <>
          <Line x1="1" x2="23" y1="18" y2="18" stroke={leaf} strokeWidth="2" />
          {part < SETTING ? (
            <Path
              d={sunPath(12, 9 + (part / SETTING) * DEPTH, 6, HORIZON)}
              fill={apricot}
              stroke={coral}
              strokeWidth="1.6"
            />
          ) : (
            <Path d={sunPath(12, y, 6.5, HORIZON)} fill={leaf} />
          )}
          {risen === 1 ? (
            <Path d="M9 9.2l2.1 2.1L15 7.4" stroke={paper} strokeWidth="1.8" fill="none" />
          ) : null}
        </>
      );
    case "open":
      return (
        <>
          <Line x1="1" x2="23" y1="18" y2="18" stroke={coral} strokeWidth="2" />
          <Path d={sunPath(12, y, 6, HORIZON)} fill={apricot} stroke={coral} strokeWidth="1.6" />
        </>
      );
    case "scheduled":
      return (
        <>
          <Path d="M5 16a7 7 0 0 1 14 0z" fill={apricot} stroke={apricotLine} strokeWidth="1.6" />
          <Line x1="1" x2="23" y1="16.4" y2="16.4" stroke={apricotLine} strokeWidth="2" />
        </>
      );
    case "waiting":
      return (
        <>
          <Line x1="1" x2="23" y1="10" y2="10" stroke={dusk} strokeWidth="2" />
          <Circle cx="12" cy="16.5" r="4" fill={dusk} />
        </>
      );
    case "closed":
      return (
        <>
          <Line x1="1" x2="23" y1="10" y2="10" stroke={quiet} strokeWidth="2" />
          <Circle cx="12" cy="16.5" r="3.6" fill="none" stroke={quiet} strokeWidth="1.8" />
        </>
      );
  }
}

/** The product's own mark: a sun that rises between two posts. */
export function DawnGateMark({ size = 40 }: { size?: number }) {
  return (
    <Svg width={size} height={size * 0.6} viewBox="0 0 40 24" aria-hidden>
      <Path d="M11 19a9 9 0 0 1 18 0z" fill="#F2A65A" />
      <Line x1="10" x2="10" y1="7" y2="20" stroke="#FFFFFF" strokeWidth="2.4" />
      <Line x1="30" x2="30" y1="7" y2="20" stroke="#FFFFFF" strokeWidth="2.4" />
      <Line x1="1" x2="39" y1="20.5" y2="20.5" stroke="#FFFFFF" strokeWidth="2.4" />
    </Svg>
  );
}

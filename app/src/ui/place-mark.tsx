/** Marks of the places, beside their words: drawn from what the product is about, suns and lines. For the eye only. */
import Svg, { Circle, Line, Path } from "react-native-svg";

export type PlaceMarkName = keyof typeof MARKS;

export function PlaceMark({
  name,
  color,
  size = 24,
}: {
  name: PlaceMarkName;
  color: string;
  size?: number;
}) {
  return (
    <Svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke={color}
      strokeWidth="1.8"
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden
    >
      {MARKS[name](color)}
    </Svg>
  );
}

const line = (y: number) => <Line x1="2" x2="22" y1={y} y2={y} />;

const MARKS = {
  /** A sun that rises. */
  today: () => (
    <>
      <Path d="M6.5 18a5.5 5.5 0 0 1 11 0M12 5v3M4.4 9.4l1.8 1.8M19.6 9.4l-1.8 1.8" />
      {line(18)}
    </>
  ),
  /** Bars that rise at their opening and set at their closing. */
  courses: () => <Path d="M2 10l2.5-4H18l2 4zM6 18l2.5-4H20l2 4z" />,
  /** Two, one before the other. */
  people: () => (
    <>
      <Circle cx="9" cy="8.5" r="3.2" />
      <Path d="M2.5 19a6.5 6.5 0 0 1 13 0M16 5.6a3.2 3.2 0 0 1 0 5.8M18 13.6a6.5 6.5 0 0 1 3.5 5.4" />
    </>
  ),
  /** A price over time. */
  sales: () => (
    <>
      <Path d="M3 18V13h6V8h6v5h6v5" />
      {line(18)}
    </>
  ),
  /** The gate. */
  school: () => (
    <>
      <Path d="M5 5v14M19 5v14M8 19a4 4 0 0 1 8 0" />
      {line(19)}
    </>
  ),
  /** What is open, what comes, what is shut, on one line. */
  shelf: (color: string) => (
    <>
      {line(16)}
      <Circle cx="5.5" cy="11" r="2.6" fill={color} />
      <Path d="M10 16a2.6 2.6 0 0 1 5.2 0" fill={color} />
      <Circle cx="19" cy="20" r="2" />
    </>
  ),
  /** Days on a line, one of them with a sun. */
  dates: () => (
    <>
      {line(16)}
      <Path d="M5 16v4M12 16v4M19 16v4" />
      <Circle cx="12" cy="8" r="3.4" />
    </>
  ),
  me: () => (
    <>
      <Circle cx="12" cy="8" r="3.6" />
      <Path d="M4.5 19.5a7.5 7.5 0 0 1 15 0" />
    </>
  ),
};

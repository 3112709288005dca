/** The line of the instant one looks at, in one row. */
import type { RefObject } from "react";
import type { View } from "react-native";
import { Line } from "react-native-svg";

interface Props {
  x: number;
  height: number;
  color: string;
}

export function NowLine({ x, height, color }: Props) {
  return <Line x1={x} x2={x} y1={0} y2={height} stroke={color} strokeWidth={2} />;
}

/** Moves the lines of all rows within an element. Without a browser's styles they are drawn again. */
export function useNowLines(_ref: RefObject<View | null>, _x: number): void {}

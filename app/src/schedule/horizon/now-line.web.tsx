/**
 * The line of the instant one looks at, in one row. All lines stand where one style of what holds them says: while the
 * instant is dragged, no row is drawn again.
 */
import { type RefObject, useLayoutEffect } from "react";
import type { View } from "react-native";

interface Props {
  x: number;
  height: number;
  color: string;
}

export function NowLine({ x, height, color }: Props) {
  return (
    <line
      y1={0}
      y2={height}
      stroke={color}
      strokeWidth={2}
      style={{ transform: `translateX(var(--dawngate-at, ${x}px))` }}
    />
  );
}

export function useNowLines(ref: RefObject<View | null>, x: number): void {
  useLayoutEffect(() => {
    (ref.current as unknown as HTMLElement | null)?.style.setProperty("--dawngate-at", `${x}px`);
  }, [ref, x]);
}

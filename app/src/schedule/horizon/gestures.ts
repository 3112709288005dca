/** Wheel and pinch over the horizon; without a browser the buttons do it. */
import type { RefObject } from "react";
import type { View } from "react-native";

export interface Gestures {
  /** Times as much time, about a place from the left. */
  zoom(factor: number, x: number): void;
  /** On by a part of the window. */
  pan(part: number): void;
}

export function useGestures(_ref: RefObject<View | null>, _gestures: Gestures): void {}

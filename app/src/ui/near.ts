/** Whether a stretch of rows is worth drawing. Without a browser's elements: always. */
import { type RefObject, useRef } from "react";
import type { View } from "react-native";

export interface Near {
  near: boolean;
  /** Set on the element that holds the stretch. */
  ref: RefObject<View | null>;
  /** How tall the stretch was when it was drawn last; null: it never was. */
  height: number | null;
}

/** `always`: however far off; `early`: asked once, when the stretch is made. */
export function useNear(_always: boolean, _early: () => boolean): Near {
  return { near: true, ref: useRef<View>(null), height: null };
}

/** Draws the stretch that holds a row, wherever it is. */
export function bringNear(_row: string): void {}

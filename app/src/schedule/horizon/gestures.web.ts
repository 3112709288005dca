/**
 * Wheel and pinch over the horizon: turned with Ctrl (which is what a touch pad's pinch sends), or over the days at the
 * top, the wheel zooms; turned sideways it moves to and fro. Else the page scrolls, as everywhere.
 */
import { type RefObject, useEffect, useRef } from "react";
import type { View } from "react-native";
import type { Gestures } from "./gestures";

const PER_PIXEL = 0.0016;

export function useGestures(ref: RefObject<View | null>, gestures: Gestures): void {
  const latest = useRef(gestures);
  latest.current = gestures;
  useEffect(() => {
    const element = ref.current as unknown as HTMLElement | null;
    if (!element) return;
    // None while the dates are shown as a table.
    const axis = () => element.querySelector("[data-axis]");
    const wheel = (event: WheelEvent) => {
      const box = axis()?.getBoundingClientRect();
      if (!box) return;
      const sideways = Math.abs(event.deltaX) > Math.abs(event.deltaY);
      const onAxis = (event.target as HTMLElement | null)?.closest("[data-axis]") != null;
      if (!sideways && !event.shiftKey && !event.ctrlKey && !onAxis) return;
      if (sideways || event.shiftKey) {
        event.preventDefault();
        latest.current.pan((sideways ? event.deltaX : event.deltaY) / box.width);
        return;
      }
      event.preventDefault();
      latest.current.zoom(Math.exp(event.deltaY * PER_PIXEL), event.clientX - box.left);
    };
    let apart: number | null = null;
    const between = ({ touches: [a, b] }: TouchEvent) =>
      a && b
        ? {
            apart: Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY),
            middle: (a.clientX + b.clientX) / 2,
          }
        : null;
    const touch = (event: TouchEvent) => {
      const now = between(event);
      const box = axis()?.getBoundingClientRect();
      if (!now || !box) {
        apart = null;
        return;
      }
      event.preventDefault();
      if (apart !== null && now.apart > 0)
        latest.current.zoom(apart / now.apart, now.middle - box.left);
      apart = now.apart;
    };
    const end = () => {
      apart = null;
    };
    element.addEventListener("wheel", wheel, { passive: false });
    element.addEventListener("touchmove", touch, { passive: false });
    element.addEventListener("touchend", end);
    return () => {
      element.removeEventListener("wheel", wheel);
      element.removeEventListener("touchmove", touch);
      element.removeEventListener("touchend", end);
    };
  }, [ref]);
}

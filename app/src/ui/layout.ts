/** Wide or phone. */
import { createContext, useContext } from "react";
import { useWindowDimensions } from "react-native";

/** From here on: places on a rail, the horizon beside the outline. */
export const WIDE = 1000;

/** As if the screen were so wide: for what is shown small within another screen. Null: as wide as it is. */
export const AsIfWide = createContext<number | null>(null);

export function useWide(): boolean {
  const { width } = useWindowDimensions();
  return (useContext(AsIfWide) ?? width) >= WIDE;
}

/** How high what is pressed stands: what a thumb needs, or, where a pointer presses, less (WCAG 2.2, 2.5.8: 24). */
export function useReach(): number {
  return useWide() ? 36 : 44;
}

/** Wide or phone. */
import { useWindowDimensions } from "react-native";

/** From here on: places on a rail, the horizon beside the outline. */
export const WIDE = 1000;

export function useWide(): boolean {
  return useWindowDimensions().width >= WIDE;
}

/** How high what is pressed stands: what a thumb needs, or, where a pointer presses, less (WCAG 2.2, 2.5.8: 24). */
export function useReach(): number {
  return useWide() ? 36 : 44;
}

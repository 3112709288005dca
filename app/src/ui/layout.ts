/** Wide or phone. */
import { useWindowDimensions } from "react-native";

/** From here on: places on a rail, the horizon beside the outline. */
export const WIDE = 1000;

export function useWide(): boolean {
  return useWindowDimensions().width >= WIDE;
}

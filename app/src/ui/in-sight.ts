/** Elsewhere than on the web a list begins at its beginning. */
import type { RefObject } from "react";
import type { View } from "react-native";

export function useInSight(_what: RefObject<View | null>, _wanted: boolean): void {}

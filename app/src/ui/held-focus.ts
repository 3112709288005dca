/** Elsewhere than on the web the system itself keeps to what is on top. */
import type { RefObject } from "react";
import type { View } from "react-native";

export function useHeldFocus(_within: RefObject<View | null>, _onEscape: () => void): void {}

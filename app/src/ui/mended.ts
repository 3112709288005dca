/** Elsewhere than on the web Paper's parts say themselves what they are. */
import type { RefObject } from "react";
import type { View } from "react-native";
import type { Attributes } from "./mended.web";

export function useMended(_root: RefObject<View | null>, _inside: string, _say: Attributes): void {}

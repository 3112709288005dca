/** The files that are on their way, as they come. */
import { useSyncExternalStore } from "react";
import { type Bringing, bringings, onBringings } from "./bringing";

const NONE: readonly Bringing[] = [];
export const useBringings = (): readonly Bringing[] =>
  useSyncExternalStore(onBringings, bringings, () => NONE);

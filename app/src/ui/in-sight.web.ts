/** Brings something into sight within a line that scrolls, once, before it is first painted. */
import { type RefObject, useLayoutEffect } from "react";
import type { View } from "react-native";

export function useInSight(what: RefObject<View | null>, wanted: boolean): void {
  useLayoutEffect(() => {
    if (!wanted) return;
    const element = what.current as unknown as HTMLElement | null;
    // Sideways alone: the page itself stays where it is.
    element?.scrollIntoView?.({ inline: "center", block: "nearest" });
  }, [what, wanted]);
}

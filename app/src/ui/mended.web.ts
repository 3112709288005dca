/**
 * What Paper's parts leave unsaid on the web. They hand `accessibilityState` on, which react-native-web does not know:
 * a chosen chip is a radio button without `aria-checked`. It is put right where the part has drawn it, here and nowhere else.
 */
import { type RefObject, useLayoutEffect } from "react";
import type { View } from "react-native";

/** Attributes as they shall stand; null takes one away. */
export type Attributes = Record<string, string | null>;

/** Sets attributes on what `inside` finds within `root`, each time it is drawn. */
export function useMended(root: RefObject<View | null>, inside: string, say: Attributes): void {
  useLayoutEffect(() => {
    const drawn = (root.current as unknown as HTMLElement | null)?.querySelector(inside);
    for (const [name, value] of Object.entries(say))
      if (value === null) drawn?.removeAttribute(name);
      else if (drawn?.getAttribute(name) !== value) drawn?.setAttribute(name, value);
  });
}

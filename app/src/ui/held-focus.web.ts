/**
 * What WAI-ARIA asks of a dialog and Paper's Modal does not do on the web: focus goes in, stays in, and goes back where
 * it was; Escape closes. The innermost of several holds it.
 */
import { createFocusTrap } from "focus-trap";
import { type RefObject, useEffect, useRef } from "react";
import type { View } from "react-native";

export function useHeldFocus(within: RefObject<View | null>, onEscape: () => void): void {
  const close = useRef(onEscape);
  close.current = onEscape;
  useEffect(() => {
    const element = within.current as unknown as HTMLElement | null;
    if (!element) return;
    const trap = createFocusTrap(element, {
      fallbackFocus: element,
      initialFocus: element,
      allowOutsideClick: true,
      preventScroll: true,
      escapeDeactivates: (event) => {
        // Where something inside has used it, a picker say, it is not meant for the whole.
        if (!event.defaultPrevented) close.current();
        return false;
      },
      // In tests nothing is laid out, so that all would count as hidden.
      tabbableOptions: { displayCheck: navigator.userAgent.includes("jsdom") ? "none" : "full" },
    });
    trap.activate();
    return () => void trap.deactivate();
  }, [within]);
}

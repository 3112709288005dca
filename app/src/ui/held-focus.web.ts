/**
 * What WAI-ARIA asks of a dialog and Paper's Modal does not do on the web: focus goes in, stays in, and goes back where
 * it was; Escape closes. The innermost of several holds it.
 */
import { createFocusTrap } from "focus-trap";
import { type RefObject, useEffect, useRef } from "react";
import type { View } from "react-native";

/** Those that are open, the innermost last. */
const open: object[] = [];

export function useHeldFocus(within: RefObject<View | null>, onEscape: () => void): void {
  const close = useRef(onEscape);
  close.current = onEscape;
  useEffect(() => {
    const element = within.current as unknown as HTMLElement | null;
    if (!element) return;
    const trap = createFocusTrap(element, {
      fallbackFocus: element,
      // A field that asks for it by itself has it.
      initialFocus: () =>
        element.contains(document.activeElement)
          ? (document.activeElement as HTMLElement)
          : element,
      allowOutsideClick: true,
      preventScroll: true,
      // A text field lets no key through that goes down: it is heard when it comes up, wherever it was pressed.
      escapeDeactivates: false,
      // Where nothing is laid out, as in tests, all would count as hidden.
      tabbableOptions: { displayCheck: navigator.userAgent.includes("jsdom") ? "none" : "full" },
    });
    const hear = ({ key }: KeyboardEvent) => {
      if (key === "Escape" && open.at(-1) === trap) close.current();
    };
    open.push(trap);
    trap.activate();
    document.addEventListener("keyup", hear);
    return () => {
      document.removeEventListener("keyup", hear);
      open.splice(open.indexOf(trap), 1);
      trap.deactivate();
    };
  }, [within]);
}

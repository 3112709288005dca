/** The key of the command box, apart from it: the box itself is fetched when it is opened. */
import { useEffect } from "react";

/** Ctrl or Cmd K opens it, wherever one is in the studio. */
export function useCommandKey(open: () => void): void {
  useEffect(() => {
    if (typeof window === "undefined" || !window.addEventListener) return;
    const listen = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "k") return;
      event.preventDefault();
      open();
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [open]);
}

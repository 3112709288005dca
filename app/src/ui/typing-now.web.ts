/** Whether a field has the caret: on a phone the keyboard takes half of the screen then. */
import { useEffect, useState } from "react";

const typesIn = (element: Element | null) => /^(INPUT|TEXTAREA)$/.test(element?.tagName ?? "");

export function useTypingNow(): boolean {
  const [typing, setTyping] = useState(() => typesIn(document.activeElement));
  useEffect(() => {
    const look = () => setTyping(typesIn(document.activeElement));
    // A field that is left for another has lost the caret before the other has it.
    const left = () => setTimeout(look);
    document.addEventListener("focusin", look);
    document.addEventListener("focusout", left);
    return () => {
      document.removeEventListener("focusin", look);
      document.removeEventListener("focusout", left);
    };
  }, []);
  return typing;
}

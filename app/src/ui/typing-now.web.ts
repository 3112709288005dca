/** Whether a field has the caret: on a phone the keyboard takes half of the screen then. */
import { useEffect, useState } from "react";

/** So long nobody types before one has stopped typing, in milliseconds. */
const CALM = 700;

const typesIn = (element: Element | null) => /^(INPUT|TEXTAREA)$/.test(element?.tagName ?? "");

export function useTypingNow(): boolean {
  const [typing, setTyping] = useState(() => typesIn(document.activeElement));
  useEffect(() => {
    const look = () => setTyping(typesIn(document.activeElement));
    // A field that is left for another has lost the caret before the other has it; and what comes onto the screen once
    // nobody types must not come under a finger that is about to press something else.
    const left = () => setTimeout(look, CALM);
    document.addEventListener("focusin", look);
    document.addEventListener("focusout", left);
    return () => {
      document.removeEventListener("focusin", look);
      document.removeEventListener("focusout", left);
    };
  }, []);
  return typing;
}

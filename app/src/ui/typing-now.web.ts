/**
 * Whether hands are at work: a field has the caret (on a phone the keyboard takes half of the screen then), or something
 * was pressed a moment ago. What comes onto the screen by itself waits until they rest: nothing comes under a finger that
 * is about to press something else.
 */
import { useEffect, useState } from "react";

/** So long nothing is pressed before hands rest, in milliseconds. */
const CALM = 1500;

const typesIn = (element: Element | null) => /^(INPUT|TEXTAREA)$/.test(element?.tagName ?? "");

export function useTypingNow(): boolean {
  const [busy, setBusy] = useState(true);
  useEffect(() => {
    let timer = setTimeout(() => undefined);
    const rest = () => {
      clearTimeout(timer);
      timer = setTimeout(() => setBusy(typesIn(document.activeElement)), CALM);
    };
    const began = () => {
      if (typesIn(document.activeElement)) setBusy(true);
      rest();
    };
    rest();
    document.addEventListener("focusin", began);
    for (const what of ["focusout", "pointerdown", "pointerup", "keydown"] as const)
      document.addEventListener(what, rest, true);
    return () => {
      clearTimeout(timer);
      document.removeEventListener("focusin", began);
      for (const what of ["focusout", "pointerdown", "pointerup", "keydown"] as const)
        document.removeEventListener(what, rest, true);
    };
  }, []);
  return busy;
}

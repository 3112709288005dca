/** What is typed into a field: kept at a pause, on leaving it, and when the field or the page goes. */
import { useCallback, useEffect, useRef, useState } from "react";

/** After so many milliseconds without a key it is kept: at the latest a second after the last one. */
const PAUSE = 700;

export interface Typed {
  /** What stands in the field. */
  text: string;
  /** What is typed and not left yet; null: nothing. */
  typed: string | null;
  type(text: string): void;
  /** Keeps what is typed; one goes on typing. */
  settle(): void;
  /** The same, and the field shows again what is kept. */
  leave(): void;
  /** What is typed was kept in another way. */
  forget(): void;
}

/** `kept` is what stands there; `keep` is called with what differs from it, once. */
export function useTyped(kept: string, keep: (text: string) => void): Typed {
  const [typed, setTyped] = useState<string | null>(null);
  const now = useRef({ typed, kept, keep, timer: 0 as unknown as ReturnType<typeof setTimeout> });
  // What was handed over just now counts as kept, until it comes back as that.
  now.current.kept = kept;
  now.current.keep = keep;
  const settle = useCallback(() => {
    clearTimeout(now.current.timer);
    const { typed, kept, keep } = now.current;
    if (typed === null || typed === kept) return;
    now.current.kept = typed;
    keep(typed);
  }, []);
  const type = useCallback(
    (text: string) => {
      now.current.typed = text;
      setTyped(text);
      clearTimeout(now.current.timer);
      now.current.timer = setTimeout(settle, PAUSE);
    },
    [settle],
  );
  const forget = useCallback(() => {
    clearTimeout(now.current.timer);
    now.current.typed = null;
    setTyped(null);
  }, []);
  const leave = useCallback(() => {
    settle();
    forget();
  }, [settle, forget]);
  const isTyping = typed !== null;
  useEffect(() => {
    if (!isTyping || typeof window === "undefined" || !window.addEventListener) return;
    // Before what waits to be sent is written down, which happens as the page goes.
    window.addEventListener("beforeunload", settle);
    return () => window.removeEventListener("beforeunload", settle);
  }, [isTyping, settle]);
  useEffect(() => settle, [settle]);
  return { text: typed ?? kept, typed, type, settle, leave, forget };
}

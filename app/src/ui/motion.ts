/** Motion for what is drawn: never above a quarter of a second, and none where less of it is wished for. */
import { useEffect, useRef, useState } from "react";
import { useStill } from "./theme";

/** Milliseconds. */
const TIME = 200;

/** Quick at first, then slower: 0 at 0, 1 at 1. */
export const eased = (part: number) => 1 - (1 - part) ** 3;

/**
 * How far along, from 0 to 1, what began when `state` last became another is. At rest 1, and so on first sight unless
 * `first` is 0.
 */
export function useSince(state: unknown, first: 0 | 1 = 1): number {
  const still = useStill();
  const [of, setOf] = useState(state);
  const [part, setPart] = useState<number>(still ? 1 : first);
  const begins = useRef(part === 0);
  if (state !== of) {
    // Within the same drawing: its end is never seen before its beginning.
    setOf(state);
    setPart(still ? 1 : 0);
    begins.current = !still;
  }
  // biome-ignore lint/correctness/useExhaustiveDependencies: another state begins anew.
  useEffect(() => {
    if (!begins.current) return;
    begins.current = false;
    let frame = 0;
    let from: number | null = null;
    const step = (now: number) => {
      from ??= now;
      const gone = Math.min(1, (now - from) / TIME);
      setPart(gone);
      if (gone < 1) frame = requestAnimationFrame(step);
    };
    frame = requestAnimationFrame(step);
    return () => cancelAnimationFrame(frame);
  }, [of]);
  return eased(part);
}

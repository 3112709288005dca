/** Something that is changed and kept by itself: a moment after the last change, one change after another. */
import { isSame } from "@dawngate/core/plan";
import { useCallback, useEffect, useRef, useState } from "react";

const PAUSE = 600;

interface Kept<T> {
  /** Counts its changes: whoever changes it says which they saw. */
  number: number;
  value: T;
}

/**
 * What one edits, with the way to keep it. `keep` sends a value made to a number, with something done at once (`now`),
 * and answers the new number; null: it was refused.
 */
export function useKept<T, Now = never>(
  start: Kept<T>,
  keep: (kept: Kept<T>, now?: Now) => Promise<number | null>,
) {
  const [value, setValue] = useState(start.value);
  const [keptAt, setKeptAt] = useState<number | null>(null);
  // What the server has, and by which number: what is sent next goes on from there.
  const known = useRef(start);
  const latest = useRef(value);
  latest.current = value;
  const how = useRef(keep);
  how.current = keep;
  const sending = useRef<Promise<boolean> | null>(null);
  const send = useCallback(async (now?: Now): Promise<boolean> => {
    // One after another: the second goes on from what the first has made.
    while (sending.current) await sending.current;
    const sent = latest.current;
    if (now === undefined && isSame(sent, known.current.value)) return true;
    const work = (async () => {
      const number = await how.current({ number: known.current.number, value: sent }, now);
      if (number === null) return false;
      known.current = { number, value: sent };
      setKeptAt(Date.now());
      return true;
    })();
    sending.current = work;
    const done = await work;
    sending.current = null;
    return done;
  }, []);
  useEffect(() => {
    if (isSame(value, known.current.value)) return;
    const timer = setTimeout(() => void send(), PAUSE);
    return () => clearTimeout(timer);
  }, [value, send]);
  // Whoever leaves takes nothing back.
  useEffect(() => () => void send(), [send]);
  return { value, setValue, send, keptAt };
}

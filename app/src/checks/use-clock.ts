/** The server's clock, as far as it can be known here: set when an answer came, and gone on with by what does not jump. */
import { useEffect, useRef, useState } from "react";

/** This device's clock may be set back or forth; that which counts since the page was loaded is not. */
const running = () => performance.now();

/**
 * The server's instant in milliseconds, a second at a time.
 *
 * @param now the server's clock when it answered, ISO 8601.
 */
export function useClock(now: string, ticking: boolean): number {
  const set = useRef({ now, server: Date.parse(now), here: running() });
  if (set.current.now !== now) set.current = { now, server: Date.parse(now), here: running() };
  const [, tick] = useState(0);
  useEffect(() => {
    if (!ticking) return;
    const timer = setInterval(() => tick((times) => times + 1), 1000);
    return () => clearInterval(timer);
  }, [ticking]);
  return set.current.server + (running() - set.current.here);
}

/** What is left, as a clock shows it: "1:05:09", "4:59". */
export function sayLeft(milliseconds: number): string {
  const seconds = Math.max(0, Math.ceil(milliseconds / 1000));
  const two = (count: number) => String(count).padStart(2, "0");
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor(seconds / 60) % 60;
  return hours > 0
    ? `${hours}:${two(minutes)}:${two(seconds % 60)}`
    : `${minutes}:${two(seconds % 60)}`;
}

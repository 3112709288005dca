/** Counts what a player plays and tells it: every so often, where it stops, and as the page is left. */
import { goOnAt } from "@dawngate/core/lessons/seen";
import { type RefObject, useEffect, useRef } from "react";
import { Count, type Watching } from "./watching";

/** So often it is told while it plays, in milliseconds. */
const EVERY = 10_000;

export function useTold(
  media: RefObject<HTMLMediaElement | null>,
  watching: Watching | null,
): void {
  const told = useRef(watching);
  told.current = watching;
  const counted = watching !== null;
  useEffect(() => {
    const element = media.current;
    if (!element || !counted) return;
    const count = new Count();
    const here = () => Math.min(86_400, element.currentTime);
    let telling = false;
    const tell = async () => {
      if (telling || !count.waits) return;
      telling = true;
      const stretches = count.take();
      await told.current?.tell({ stretches, position: here() }).catch(() => count.back(stretches));
      telling = false;
    };
    const play = () => count.playing(here(), element.playbackRate);
    const stop = () => count.stopped();
    const pause = () => {
      play();
      stop();
      void tell();
    };
    const leave = () => {
      if (document.visibilityState !== "hidden" || !count.waits) return;
      const stretches = count.take();
      told.current?.last({ stretches, position: here() });
    };
    const begin = () => {
      const { seen } = told.current as Watching;
      const length = Number.isFinite(element.duration) ? element.duration : null;
      const to = goOnAt(seen.position, length);
      // Whoever begins at the beginning sees its first picture until they do.
      if (element.currentTime === 0 && to > 0) element.currentTime = to;
    };
    const step = () => {
      if (!element.paused && !element.seeking) play();
    };
    const heard: [string, () => void][] = [
      ["timeupdate", step],
      ["playing", play],
      ["seeking", stop],
      ["waiting", stop],
      ["pause", pause],
      ["ended", pause],
    ];
    for (const [event, does] of heard) element.addEventListener(event, does);
    if (element.readyState >= 1) begin();
    else element.addEventListener("loadedmetadata", begin, { once: true });
    document.addEventListener("visibilitychange", leave);
    const timer = setInterval(() => void tell(), EVERY);
    const { at } = told.current as Watching;
    at.now = () => (element.readyState >= 1 ? Math.floor(here()) : null);
    at.go = (seconds) => {
      element.currentTime = seconds;
      void element.play().catch(() => undefined);
    };
    return () => {
      clearInterval(timer);
      for (const [event, does] of heard) element.removeEventListener(event, does);
      element.removeEventListener("loadedmetadata", begin);
      document.removeEventListener("visibilitychange", leave);
      at.now = () => null;
      at.go = () => undefined;
      // The page goes on without it: what was seen is told still.
      if (count.waits) told.current?.last({ stretches: count.take(), position: here() });
    };
  }, [media, counted]);
}

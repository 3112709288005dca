/** Whether the reader's system asks for less motion. */
import { useSyncExternalStore } from "react";

const query = () =>
  typeof window === "undefined" || !window.matchMedia
    ? null
    : window.matchMedia("(prefers-reduced-motion: reduce)");

function listen(changed: () => void): () => void {
  const asked = query();
  asked?.addEventListener("change", changed);
  return () => asked?.removeEventListener("change", changed);
}

export const useLessMotion = (): boolean =>
  useSyncExternalStore(
    listen,
    () => query()?.matches ?? false,
    () => false,
  );

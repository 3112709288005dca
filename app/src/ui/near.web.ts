/**
 * Whether a stretch of rows is in sight or a little way off. What is farther is drawn as plain lines: a key press costs
 * React and the browser what stands on the page, not what stands in the course.
 */
import { useEffect, useRef, useState } from "react";
import type { View } from "react-native";
import type { Near } from "./near";

/** So far above and below the window rows are drawn whole, so that one scrolls into rows that are there already. */
const AROUND = "900px 0px";
const BRING = "dawngate-bring-near";

const watched = new Map<Element, (near: boolean) => void>();
let watching: IntersectionObserver | null = null;

function watch(element: Element, tell: (near: boolean) => void): () => void {
  watching ??= new IntersectionObserver(
    (entries) => {
      for (const { target, isIntersecting } of entries) watched.get(target)?.(isIntersecting);
    },
    { rootMargin: AROUND },
  );
  const observer = watching;
  watched.set(element, tell);
  observer.observe(element);
  return () => {
    watched.delete(element);
    observer.unobserve(element);
  };
}

export function useNear(always: boolean, early: () => boolean): Near {
  const ref = useRef<View>(null);
  const [seen, setNear] = useState(early);
  const near = always || seen || typeof IntersectionObserver === "undefined";
  const height = useRef<number | null>(null);
  useEffect(() => {
    const element = ref.current as unknown as HTMLElement | null;
    if (always || !element || typeof IntersectionObserver === "undefined") return;
    const bring = () => setNear(true);
    element.addEventListener(BRING, bring);
    const stop = watch(element, (is) => {
      // Where the caret stands, or what is being dragged, stays as it is.
      if (!is && element.contains(document.activeElement)) return;
      if (!is) height.current = element.offsetHeight;
      setNear(is);
    });
    return () => {
      element.removeEventListener(BRING, bring);
      stop();
    };
  }, [always]);
  return { near, ref, height: height.current };
}

export function bringNear(row: string): void {
  document
    .querySelector(`[data-row="${CSS.escape(row)}"]`)
    ?.dispatchEvent(new Event(BRING, { bubbles: true }));
}

/** Where a long list or table lies in what it scrolls in, so that a virtualizer knows what is in sight. */
import { type RefObject, useLayoutEffect, useState } from "react";

export function useScrolled(list: RefObject<HTMLElement | null>) {
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [margin, setMargin] = useState(0);
  // What stands above the list may grow and shrink while one filters.
  useLayoutEffect(() => {
    const element = list.current;
    if (!element) return;
    const found = scrollerOf(element);
    if (found !== scroller) setScroller(found);
    if (!found) return;
    const above =
      element.getBoundingClientRect().top - found.getBoundingClientRect().top + found.scrollTop;
    if (Math.abs(above - margin) > 1) setMargin(above);
  });
  return { scroller, margin };
}

/** What an element scrolls in. */
function scrollerOf(element: HTMLElement): HTMLElement | null {
  for (let one = element.parentElement; one; one = one.parentElement)
    if (/auto|scroll/.test(getComputedStyle(one).overflowY)) return one;
  return null;
}

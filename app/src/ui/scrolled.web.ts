/** Where a long list or table lies in what it scrolls in, so that a virtualizer knows what is in sight. */
import { type RefObject, useLayoutEffect, useState } from "react";

export function useScrolled(list: RefObject<HTMLElement | null>) {
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [margin, setMargin] = useState(0);
  useLayoutEffect(() => {
    const element = list.current;
    const found = element && scrollerOf(element);
    if (!found) return;
    setScroller(found);
    const measure = () => {
      const above =
        element.getBoundingClientRect().top - found.getBoundingClientRect().top + found.scrollTop;
      setMargin((known) => (Math.abs(above - known) > 1 ? above : known));
    };
    measure();
    // What stands above the list grows and shrinks while one filters: measured then, and not while one scrolls.
    const sizes = new ResizeObserver(measure);
    for (let one: HTMLElement | null = element; one && one !== found; one = one.parentElement)
      sizes.observe(one);
    return () => sizes.disconnect();
  }, [list]);
  return { scroller, margin };
}

/** What an element scrolls in. */
function scrollerOf(element: HTMLElement): HTMLElement | null {
  for (let one = element.parentElement; one; one = one.parentElement)
    if (/auto|scroll/.test(getComputedStyle(one).overflowY)) return one;
  return null;
}

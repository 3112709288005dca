/** Without a browser a list is drawn whole: nothing needs to be known of what it scrolls in. */
import type { RefObject } from "react";

export function useScrolled(_list: RefObject<HTMLElement | null>): {
  scroller: HTMLElement | null;
  margin: number;
} {
  return { scroller: null, margin: 0 };
}

/** A list of any length: only what is in sight, and a little around it, is drawn. It scrolls with its page. */
import { useVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useEffect, useMemo, useRef } from "react";
import type { LongListProps } from "./long-list";
import { useScrolled } from "./scrolled";

export function LongList({ label, count, of, keyOf, row, height, onEnd }: LongListProps) {
  const list = useRef<HTMLUListElement>(null);
  const { scroller, margin } = useScrolled(list);
  const rows = useVirtualizer({
    count,
    getScrollElement: () => scroller,
    estimateSize: () => height,
    overscan: 10,
    useFlushSync: false,
    scrollMargin: margin,
    getItemKey: keyOf,
  });
  // Rows that come into sight are drawn in slices between the frames, so that scrolling waits for none of them.
  const drawn = useDeferredValue(rows.getVirtualItems());
  const last = drawn.at(-1)?.index ?? -1;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked whenever the end has come nearer
  useEffect(() => {
    if (last >= count - 20) onEnd();
  }, [last, count]);
  const { measureElement } = rows;
  // While one scrolls, those that stay in sight are not drawn again.
  const lines = useMemo(
    () =>
      drawn.flatMap(({ index, start }) =>
        index >= count ? (
          []
        ) : (
          <li
            key={keyOf(index)}
            ref={measureElement}
            data-index={index}
            aria-posinset={index + 1}
            aria-setsize={of ?? -1}
            style={{
              position: "absolute",
              top: 0,
              left: 0,
              width: "100%",
              transform: `translateY(${start - margin}px)`,
            }}
          >
            {row(index)}
          </li>
        ),
      ),
    [drawn, row, count, keyOf, of, margin, measureElement],
  );
  return (
    <ul
      ref={list}
      aria-label={label}
      style={{
        position: "relative",
        height: rows.getTotalSize(),
        margin: 0,
        padding: 0,
        listStyle: "none",
      }}
    >
      {lines}
    </ul>
  );
}

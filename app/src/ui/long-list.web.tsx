/** A list of any length: only what is in sight, and a little around it, is drawn. It scrolls with its page. */
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef } from "react";
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
  const drawn = rows.getVirtualItems();
  const last = drawn.at(-1)?.index ?? -1;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked whenever the end has come nearer
  useEffect(() => {
    if (last >= count - 20) onEnd();
  }, [last, count]);
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
      {drawn.map(({ key, index, start }) => (
        <li
          key={key}
          ref={rows.measureElement}
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
      ))}
    </ul>
  );
}

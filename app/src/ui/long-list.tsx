/** A list of any length. Without a browser all rows are drawn. */
import { type ReactNode, useEffect } from "react";
import { View } from "react-native";

export interface LongListProps {
  label: string;
  /** So many rows are there. */
  count: number;
  /** So many there are in all, where that is known: screen readers are told. */
  of: number | null;
  /** A row's name, by which it is known again when the list changes. */
  keyOf(index: number): string;
  row(index: number): ReactNode;
  /** About how tall a row is. */
  height: number;
  /** The end is near: whoever has more can bring it. */
  onEnd(): void;
}

export function LongList({ label, count, keyOf, row, onEnd }: LongListProps) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is there is drawn, so its end is in sight
  useEffect(onEnd, [count]);
  return (
    <View role="list" aria-label={label}>
      {Array.from({ length: count }, (_, index) => (
        <View key={keyOf(index)} role="listitem">
          {row(index)}
        </View>
      ))}
    </View>
  );
}

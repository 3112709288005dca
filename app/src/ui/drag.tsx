/** An outline whose rows can be taken and put elsewhere. Without a browser's elements: rows only. */
import type { ReactNode } from "react";

export interface DragAreaProps {
  children: ReactNode;
  titleOf(id: string): string;
  /** How many rows go along with this one. */
  countOf(id: string): number;
  /** Puts a row after another; `null`: before everything. */
  onDrop(id: string, after: string | null): void;
  onMark(id: string, how: "toggle" | "range"): void;
  /** Lines pasted into a row; true: they were taken. */
  onPaste(row: string, text: string): boolean;
  /** What copying (or cutting) marked rows puts on the clipboard; null: nothing is marked. */
  onCopy(cut: boolean): string | null;
}

export interface DragRowProps {
  id: string;
  kind: "module" | "lesson";
  /** What its handle is called. */
  name: string;
  marked: boolean;
  /** Columns of air before the handle. */
  inset: number;
  /** The row beside its handle. */
  children: ReactNode;
}

export function DragArea({ children }: DragAreaProps) {
  return children;
}

export function DragRow({ children }: DragRowProps) {
  return children;
}

export interface PlainRowsProps {
  rows: { id: string; kind: "module" | "lesson"; title: string }[];
  height: number;
}

/** Rows out of sight: where they stand, and what they are called. */
export function PlainRows(_: PlainRowsProps) {
  return null;
}

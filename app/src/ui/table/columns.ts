/** What a table is made of: said once, drawn as columns on a wide screen, as rows of two lines on a phone, and as CSV. */
import type { ReactNode } from "react";

export interface TableColumn<Row, Order extends string = string> {
  id: string;
  /** Its head, and its name in a file. */
  title: string;
  /** In points; left out: what the others leave. */
  width?: number;
  /** Figures that are compared stand at the right. */
  right?: boolean;
  /** What the server sorts by. */
  order?: Order;
  /** It cannot be put away. */
  always?: boolean;
  /** It is shown only where one asks for it. */
  hidden?: boolean;
  cell(row: Row): ReactNode;
  /** What stands in a file; left out: the column is for the eye. */
  text?(row: Row): string | number | null;
}

export interface TableProps<Row, Order extends string = string> {
  /** What is in it: "People". */
  label: string;
  /** By this name it is remembered which columns one chose. */
  name: string;
  columns: readonly TableColumn<Row, Order>[];
  rows: readonly Row[];
  /** So many there are in all, where that is known. */
  of: number | null;
  keyOf(row: Row): string;
  /** How tall a row is, in points. */
  height: { wide: number; phone: number };
  order?: Order;
  onOrder?(order: Order): void;
  /** Rows can be marked. */
  marks?: {
    isMarked(row: Row): boolean;
    onMark(row: Row, on: boolean): void;
    nameOf(row: Row): string;
  };
  onOpen?(row: Row): void;
  /** What else stands beside the table's own tools. */
  tools?: ReactNode;
  /** A row on a phone. */
  phone(row: Row): ReactNode;
  /** The end is near: whoever has more can bring it. */
  onEnd(): void;
  /** All rows as they are narrowed and sorted, for a file; left out: those that are here are all. */
  all?(): AsyncIterable<readonly Row[]>;
}

/** Which columns a screen has room for. */
import type { TableColumn } from "./columns";

/** What a column that takes what the others leave needs at the least, and the column of marks, in points. */
const LEAST = 150;
const MARK = 44;

/**
 * Those that are drawn of the columns one has: first what cannot be put away and what one has asked for, then the
 * others, each as long as there is room, in their order. What finds none is left out; it is taken along all the same.
 */
export function inRoom<Row>(
  columns: readonly TableColumn<Row>[],
  shown: Readonly<Record<string, boolean>>,
  asked: Readonly<Record<string, boolean>>,
  room: number,
): Record<string, boolean> {
  const drawn: Record<string, boolean> = {};
  let left = room - MARK;
  const isFirst = ({ id, always }: TableColumn<Row>) => always === true || asked[id] === true;
  for (const first of [true, false])
    for (const column of columns) {
      if (isFirst(column) !== first) continue;
      const width = column.width ?? LEAST;
      const fits = shown[column.id] === true && (column.always === true || width <= left);
      drawn[column.id] = fits;
      if (fits) left -= width;
    }
  return drawn;
}

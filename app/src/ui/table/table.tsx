/** A table where there is no browser: its rows as a phone shows them. */
import { LongList } from "../long-list";
import type { TableProps } from "./columns";

export function Table<Row, Order extends string>(props: TableProps<Row, Order>) {
  const { label, rows, of, keyOf, height, phone, onEnd } = props;
  const row = (index: number) => {
    const one = rows[index];
    return one === undefined ? null : phone(one);
  };
  return (
    <LongList
      label={label}
      count={rows.length}
      of={of}
      keyOf={(index) => {
        const one = rows[index];
        return one === undefined ? String(index) : keyOf(one);
      }}
      height={height.phone}
      onEnd={onEnd}
      row={row}
    />
  );
}

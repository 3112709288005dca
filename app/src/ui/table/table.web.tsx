/**
 * A table in a browser: on a wide screen a real one, its head above while one scrolls, only the rows in sight drawn (the
 * others are two empty ones, above and below); on a phone a list of two-line rows. Columns are chosen, what is shown is
 * taken along as a file.
 */
import {
  type ColumnDef,
  flexRender,
  getCoreRowModel,
  type Row as TableRow,
  useReactTable,
} from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import {
  type CSSProperties,
  memo,
  type RefObject,
  useDeferredValue,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { useWindowDimensions, View } from "react-native";
import { rowsInSteps } from "../in-steps";
import { useWide } from "../layout";
import { LongList } from "../long-list";
import { Press } from "../press";
import { useScrolled } from "../scrolled";
import { Text } from "../text";
import { usePalette } from "../theme";
import { TickBox } from "../tick-box";
import type { TableColumn, TableProps } from "./columns";
import { inRoom } from "./room";
import { TableTools } from "./table-tools";
import { useColumns } from "./use-columns";

export function Table<Row, Order extends string>(props: TableProps<Row, Order>) {
  const wide = useWide();
  const { shown, asked, choose } = useColumns(props.name, props.columns);
  const { label, columns, rows, of, keyOf, height, phone, onEnd } = props;
  const [room, setRoom] = useState<number | null>(null);
  const { width } = useWindowDimensions();
  const drawn = inRoom(columns, shown, asked, room ?? width - BESIDE);
  return (
    <>
      <View onLayout={({ nativeEvent }) => setRoom(nativeEvent.layout.width)}>
        <TableTools
          {...props}
          shown={shown}
          choose={choose}
          left={columns.filter(({ id }) => shown[id] && !drawn[id]).map(({ title }) => title)}
        />
      </View>
      {wide ? (
        <Wide {...props} shown={drawn} />
      ) : (
        <LongList
          label={label}
          count={rows.length}
          of={of}
          keyOf={(index) => keyOf(rows[index] as Row)}
          height={height.phone}
          onEnd={onEnd}
          row={(index) => (rows[index] === undefined ? null : phone(rows[index]))}
        />
      )}
    </>
  );
}

const MARK = 44;
/** So much of a wide screen is not the table's, until it is measured. */
const BESIDE = 148;

function Wide<Row, Order extends string>({
  label,
  columns,
  rows,
  of,
  keyOf,
  height,
  order,
  onOrder,
  marks,
  onOpen,
  onEnd,
  shown,
}: TableProps<Row, Order> & { shown: Record<string, boolean> }) {
  const { line, paper } = usePalette();
  const body = useRef<HTMLTableSectionElement>(null);
  const { scroller, margin } = useScrolled(body);
  const defs = useMemo(
    () =>
      columns.map(
        (column): ColumnDef<Row> => ({
          id: column.id,
          header: column.title,
          cell: ({ row }) => column.cell(row.original),
          meta: column,
        }),
      ),
    [columns],
  );
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller,
    estimateSize: () => height.wide,
    overscan: 12,
    rangeExtractor: rowsInSteps,
    // The page scrolls on; rows come in the next frame, into the ones that are drawn beyond the edges.
    useFlushSync: false,
    scrollMargin: margin,
  });
  const near = virtual.getVirtualItems();
  // Rows that come into sight are drawn in slices between the frames, so that scrolling waits for none of them.
  const first = useDeferredValue(near[0]?.index ?? 0);
  const last = useDeferredValue(near.at(-1)?.index ?? -1);
  // The table knows of those that are drawn alone: of a hundred thousand it would make each one's row anew with every page.
  const data = useMemo(() => rows.slice(first, last + 1), [rows, first, last]);
  const table = useReactTable({
    data,
    columns: defs,
    getRowId: keyOf,
    getCoreRowModel: getCoreRowModel(),
    manualSorting: true,
    // There are no pages to be set back to the first whenever other rows are drawn.
    manualPagination: true,
    state: { columnVisibility: shown },
  });
  const drawn = table.getRowModel().rows;
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked whenever the end has come nearer
  useEffect(() => {
    if (last >= rows.length - 20) onEnd();
  }, [last, rows.length]);
  const above = first * height.wide;
  const below = (rows.length - first - drawn.length) * height.wide;
  const does = useRef({ marks, onOpen });
  useLayoutEffect(() => {
    does.current = { marks, onOpen };
  });
  const leaves = table.getVisibleLeafColumns();
  const shape = leaves.map(({ id }) => id).join();
  return (
    <table
      aria-label={label}
      aria-rowcount={of === null ? -1 : of + 1}
      style={{ width: "100%", tableLayout: "fixed", borderCollapse: "separate", borderSpacing: 0 }}
    >
      <colgroup>
        {marks ? <col style={{ width: MARK }} /> : null}
        {leaves.map((leaf) => {
          const { width } = leaf.columnDef.meta as TableColumn<Row, Order>;
          return <col key={leaf.id} style={width === undefined ? {} : { width }} />;
        })}
      </colgroup>
      <thead>
        <tr aria-rowindex={1}>
          {marks ? (
            <th scope="col" style={head(paper, line)}>
              <span style={UNSEEN}>Marked</span>
            </th>
          ) : null}
          {leaves.map((leaf) => {
            const column = leaf.columnDef.meta as TableColumn<Row, Order>;
            const sorted = column.order !== undefined && column.order === order;
            return (
              <th
                key={leaf.id}
                scope="col"
                {...(sorted && { "aria-sort": "ascending" as const })}
                style={{ ...head(paper, line), ...(column.right && RIGHT) }}
              >
                <Head column={column} sorted={sorted} onOrder={onOrder} />
              </th>
            );
          })}
        </tr>
      </thead>
      <tbody ref={body}>
        {above > 0 ? <Gap height={above} /> : null}
        {drawn.map((row, i) => (
          <Drawn
            key={row.id}
            row={row}
            shown={row.original}
            index={first + i + 2}
            height={height.wide}
            marked={marks ? marks.isMarked(row.original) : null}
            opens={onOpen !== undefined}
            does={does}
            columns={columns}
            shape={shape}
          />
        ))}
        {below > 0 ? <Gap height={below} /> : null}
      </tbody>
    </table>
  );
}

const UNSEEN: CSSProperties = {
  position: "absolute",
  width: 1,
  height: 1,
  overflow: "hidden",
  clipPath: "inset(50%)",
};

/** What stands at the right keeps away from what begins at the left beside it. */
const RIGHT: CSSProperties = { textAlign: "right", paddingRight: 20 };

const head = (ground: string, line: string): CSSProperties => ({
  position: "sticky",
  top: 0,
  zIndex: 1,
  padding: "0 8px 0 0",
  backgroundColor: ground,
  borderBottom: `1px solid ${line}`,
  fontWeight: "normal",
  textAlign: "left",
});

const Gap = ({ height }: { height: number }) => (
  <tr aria-hidden>
    <td style={{ height, padding: 0 }} />
  </tr>
);

function Head<Row, Order extends string>({
  column: { title, order, right },
  sorted,
  onOrder,
}: {
  column: TableColumn<Row, Order>;
  sorted: boolean;
  onOrder: ((order: Order) => void) | undefined;
}) {
  const { quiet, dusk } = usePalette();
  const said = (
    <Text kind={sorted ? "smallStrong" : "small"} color={sorted ? dusk : quiet}>
      {title}
      {sorted ? " ↑" : ""}
    </Text>
  );
  if (order === undefined || !onOrder) return <div style={{ padding: "12px 0" }}>{said}</div>;
  return (
    <Press
      onPress={() => onOrder(order)}
      aria-label={sorted ? `Sorted by: ${title}` : `Sort by: ${title}`}
      style={{ justifyContent: "center" }}
    >
      <View style={{ alignItems: right ? "flex-end" : "flex-start" }}>{said}</View>
    </Press>
  );
}

interface DrawnProps<Row, Order extends string> {
  row: TableRow<Row>;
  shown: Row;
  index: number;
  height: number;
  /** null: rows cannot be marked. */
  marked: boolean | null;
  opens: boolean;
  /** What a press does, as it is when one presses. */
  does: RefObject<Pick<TableProps<Row, Order>, "marks" | "onOpen">>;
  /** What its cells are made by, and which of them are shown. */
  columns: readonly TableColumn<Row, Order>[];
  shape: string;
}

/**
 * A row is drawn again only when what it shows has changed: not while one scrolls, and not when more rows have come,
 * for which the table makes each of its rows anew.
 */
const Drawn = memo(DrawnRow, (before, after) =>
  (Object.keys(after) as (keyof typeof after)[]).every(
    (key) => key === "row" || before[key] === after[key],
  ),
) as typeof DrawnRow;

function DrawnRow<Row, Order extends string>({
  row,
  index,
  height,
  marked,
  opens,
  does,
}: DrawnProps<Row, Order>) {
  const { line, lilac } = usePalette();
  const cell: CSSProperties = {
    height,
    padding: "0 8px 0 0",
    borderBottom: `1px solid ${line}`,
    overflow: "hidden",
    // Painted once, by itself: rows that come in have none of the others painted again.
    contain: "paint",
    verticalAlign: "middle",
  };
  return (
    <tr
      aria-rowindex={index}
      onClick={(event) => {
        // What is pressed within a cell is that cell's.
        if (!(event.target as HTMLElement).closest("a, button, [role], input"))
          does.current.onOpen?.(row.original);
      }}
      style={{
        backgroundColor: marked ? lilac : "transparent",
        ...(opens && { cursor: "pointer" }),
      }}
    >
      {marked === null ? null : (
        <td style={cell}>
          <TickBox
            label={`Mark ${does.current.marks?.nameOf(row.original) ?? ""}`}
            checked={marked}
            onChange={(on) => does.current.marks?.onMark(row.original, on)}
          />
        </td>
      )}
      {row.getVisibleCells().map((one) => {
        const { right } = one.column.columnDef.meta as TableColumn<Row, Order>;
        return (
          <td key={one.id} style={{ ...cell, ...(right && RIGHT) }}>
            {flexRender(one.column.columnDef.cell, one.getContext())}
          </td>
        );
      })}
    </tr>
  );
}

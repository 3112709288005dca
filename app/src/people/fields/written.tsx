/** What stands in listed fields about courses and cohorts: as columns of their lists, and as one line where there is no room. */
import type { written } from "@dawngate/contract/own-fields";
import type { z } from "zod";
import type { TableColumn } from "../../ui/table/columns";
import { Text } from "../../ui/text";

interface Row {
  written: readonly z.infer<typeof written>[];
}

/** A column for each field that says something of one of them, in the school's order. */
export function writtenColumns<One extends Row, Order extends string>(
  rows: readonly One[],
): TableColumn<One, Order>[] {
  const names = [...new Set(rows.flatMap((row) => row.written.map(({ name }) => name)))];
  return names.map((name) => {
    const said = (row: One) => row.written.find((one) => one.name === name)?.says ?? null;
    return {
      id: `own-${name}`,
      title: name,
      width: 150,
      cell: (row: One) => (
        <Text kind="small" numberOfLines={2}>
          {said(row) ?? ""}
        </Text>
      ),
      text: said,
    };
  });
}

/** "Oven: Stone oven · Room: 12"; empty: nothing is written. */
export const sayWritten = ({ written }: Row): string =>
  written.map(({ name, says }) => `${name}: ${says}`).join(" · ");

/** Columns of tables that have a month a row, and sums. */
import { plainMoney, sayMoney } from "@dawngate/core/sales/currency";
import type { TableColumn } from "../ui/table/columns";
import { Text } from "../ui/text";
import { monthWords } from "./income/income-rows";

export const monthColumn = <Row extends { month: string }>(): TableColumn<Row> => ({
  id: "month",
  title: "Month",
  always: true,
  cell: ({ month }) => <Text kind="strong">{monthWords(month)}</Text>,
  text: ({ month }) => month,
});

/** `isKnown`: empty where it is not. */
export const moneyColumn = <Id extends string, Row extends Record<Id, number>>(
  id: Id,
  title: string,
  currency: string,
  isKnown: (row: Row) => boolean = () => true,
): TableColumn<Row> => ({
  id,
  title,
  width: 200,
  right: true,
  cell: (row) => <Text kind="small">{isKnown(row) ? sayMoney(row[id], currency) : ""}</Text>,
  text: (row) => (isKnown(row) ? plainMoney(row[id], currency) : null),
});

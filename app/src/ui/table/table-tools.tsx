/** What one does to a table itself: choose its columns, take along what is shown. */
import { useState } from "react";
import { View } from "react-native";
import { QuietAction } from "../action";
import { useWide } from "../layout";
import { saveFile } from "../save-file";
import { Sheet } from "../sheet";
import { Switched } from "../switched";
import { Text } from "../text";
import { usePalette } from "../theme";
import { writeRows } from "./as-file";
import type { TableColumn, TableProps } from "./columns";

interface Props<Row, Order extends string> extends TableProps<Row, Order> {
  shown: Record<string, boolean>;
  choose(id: string, on: boolean): void;
  /** The columns this screen has no room for. */
  left: readonly string[];
}

export function TableTools<Row, Order extends string>(props: Props<Row, Order>) {
  const { label, columns, rows, all, shown, choose, left, tools } = props;
  const { quiet, ember } = usePalette();
  const wide = useWide();
  const [choosing, setChoosing] = useState(false);
  const [written, setWritten] = useState<number | null>(null);
  const [trouble, setTrouble] = useState(false);
  const take = async () => {
    setTrouble(false);
    setWritten(0);
    try {
      const taken = columns.filter(({ id, text }) => text && (shown[id] || !wide));
      const text = await writeRows(taken as TableColumn<Row>[], all ? all() : [rows], setWritten);
      saveFile(`${label.toLowerCase()}.csv`, text, "text/csv;charset=utf-8");
    } catch {
      setTrouble(true);
    }
    setWritten(null);
  };
  return (
    <View
      style={{
        flexDirection: "row",
        flexWrap: "wrap",
        gap: 8,
        alignItems: "center",
      }}
    >
      <View style={{ flexGrow: 1 }}>{tools}</View>
      {written === null ? null : (
        <Text kind="small" color={quiet} role="status">
          {written} rows so far
        </Text>
      )}
      {trouble ? (
        <Text kind="small" color={ember} role="alert">
          The rows could not all be fetched. Try again.
        </Text>
      ) : null}
      {wide ? (
        <QuietAction
          label={left.length === 0 ? "Columns" : `Columns, ${left.length} left out`}
          tight
          onPress={() => setChoosing(true)}
        />
      ) : null}
      <QuietAction label="Download as CSV" tight busy={written !== null} onPress={take} />
      {choosing ? (
        <Sheet title="Columns" onClose={() => setChoosing(false)}>
          {left.length === 0 ? null : (
            <Text kind="small" color={quiet}>
              There is no room here for {left.join(", ")}. What you put away makes some; what you
              turn on anew comes first.
            </Text>
          )}
          <View>
            {columns
              .filter(({ always }) => !always)
              .map(({ id, title }) => (
                <Switched
                  key={id}
                  label={title}
                  on={shown[id] ?? false}
                  onChange={(on) => choose(id, on)}
                />
              ))}
          </View>
        </Sheet>
      ) : null}
    </View>
  );
}

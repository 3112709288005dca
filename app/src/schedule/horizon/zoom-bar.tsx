/** Nearer, farther, to and fro, and all of it: by buttons that are thumb-sized. */
import { ScrollView } from "react-native";
import { Choice } from "../../ui/choice";

interface Props {
  onZoom(factor: number): void;
  onPan(part: number): void;
  /** Null: the whole is shown. */
  onWhole: (() => void) | null;
  /** Shown as a table. */
  table: boolean;
  onTable(): void;
}

export function ZoomBar({ onZoom, onPan, onWhole, table, onTable }: Props) {
  return (
    <ScrollView
      horizontal
      showsHorizontalScrollIndicator={false}
      role="toolbar"
      aria-label="How much time is shown"
      // One line: what does not find room is scrolled to.
      style={{ flexGrow: 0 }}
      contentContainerStyle={{ gap: 6 }}
    >
      {table ? null : (
        <>
          <Choice label="Nearer" onPress={() => onZoom(0.5)} />
          <Choice label="Farther" onPress={() => onZoom(2)} />
          <Choice label="Earlier" onPress={() => onPan(-0.5)} />
          <Choice label="Later" onPress={() => onPan(0.5)} />
          {onWhole ? <Choice label="The whole" onPress={onWhole} /> : null}
        </>
      )}
      <Choice label={table ? "As a picture" : "As a table"} onPress={onTable} />
    </ScrollView>
  );
}

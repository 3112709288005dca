/** What can be done to all rows that are marked, at once and as one step. */
import {
  findPlace,
  moveDown,
  moveUp,
  type Operation,
  outermost,
  removeRows,
} from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";

interface Props {
  course: PlanCourse;
  marked: ReadonlySet<string>;
  perform(...operations: Operation[]): void;
  onCadence(marked: ReadonlySet<string>): void;
  /** One gate for all of them. */
  onGate(marked: ReadonlySet<string>): void;
  onClear(): void;
}

export function MarkedBar({ course, marked, perform, onCadence, onGate, onClear }: Props) {
  const { lilac } = usePalette();
  const rows = [...marked].filter((id) => findPlace(course, id));
  if (rows.length === 0) return null;
  const visible = (value: "published" | "draft" | "hidden") =>
    perform(
      ...rows.map((item): Operation => {
        const type = findPlace(course, item)?.lesson ? "set-lesson" : "set-module";
        return { type, item, set: { visible: value } } as Operation;
      }),
    );
  const lessons =
    rows.length +
    outermost(course, marked).reduce((sum, id) => {
      const place = findPlace(course, id);
      return place && !place.lesson
        ? sum + place.module.lessons.filter((one) => !marked.has(one.id)).length
        : sum;
    }, 0);
  return (
    <View
      role="region"
      aria-label="Marked rows"
      style={{
        flexDirection: "row",
        flexWrap: "wrap",
        alignItems: "center",
        gap: 8,
        padding: 10,
        borderRadius: 8,
        backgroundColor: lilac,
        // It stays in sight while one scrolls.
        ...({ position: "sticky", top: 0, zIndex: 2 } as object),
      }}
    >
      <Text kind="smallStrong" role="status">
        {rows.length === 1 ? "One row marked" : `${rows.length} rows marked`}
      </Text>
      <Choice label="Move up" onPress={() => perform(...moveUp(course, marked))} />
      <Choice label="Move down" onPress={() => perform(...moveDown(course, marked))} />
      <Choice label="Gate" onPress={() => onGate(marked)} />
      <Choice label="Cadence" onPress={() => onCadence(marked)} />
      <Choice label="Publish" onPress={() => visible("published")} />
      <Choice label="Make drafts" onPress={() => visible("draft")} />
      <Choice label="Hide" onPress={() => visible("hidden")} />
      <Choice
        label={`Remove ${lessons === 1 ? "it" : `all ${lessons}`}`}
        onPress={() => {
          perform(...removeRows(course, marked));
          onClear();
        }}
      />
      <Choice label="Unmark" onPress={onClear} />
    </View>
  );
}

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
import { NightAct, NightBar } from "../../ui/night-bar";

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
    <NightBar
      label="Marked rows"
      says={rows.length === 1 ? "One row marked" : `${rows.length} rows marked`}
    >
      <NightAct label="Move up" onPress={() => perform(...moveUp(course, marked))} />
      <NightAct label="Move down" onPress={() => perform(...moveDown(course, marked))} />
      <NightAct label="Gate" onPress={() => onGate(marked)} />
      <NightAct label="Cadence" onPress={() => onCadence(marked)} />
      <NightAct label="Publish" onPress={() => visible("published")} />
      <NightAct label="Make drafts" onPress={() => visible("draft")} />
      <NightAct label="Hide" onPress={() => visible("hidden")} />
      <NightAct
        label={`Remove ${lessons === 1 ? "it" : `all ${lessons}`}`}
        onPress={() => {
          perform(...removeRows(course, marked));
          onClear();
        }}
      />
      <NightAct label="Unmark" onPress={onClear} />
    </NightBar>
  );
}

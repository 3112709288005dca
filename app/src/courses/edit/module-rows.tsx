/** A module with its lessons, in stretches: what is in sight is drawn whole, the rest as plain lines. */
import type { TimelineItemAnswer } from "@dawngate/contract/schedule";
import { standIn } from "@dawngate/core/courses";
import type { PlanLesson, PlanModule } from "@dawngate/core/plan";
import { sayGate } from "@dawngate/core/schedule/words";
import type { Zone } from "@dawngate/core/time";
import { memo } from "react";
import { View } from "react-native";
import { PlainRows } from "../../ui/drag";
import { useWide } from "../../ui/layout";
import { useNear } from "../../ui/near";
import { Press } from "../../ui/press";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { EditRow, looksSame, type RowActions } from "./edit-row";
import { type Lines, ROW } from "./lines";

/** Rows that are drawn, or left plain, together: most modules are one stretch, so that a new row moves none to the next. */
const STRETCH = 24;
/** About how tall a row is on a phone, until it has been drawn. */
const PHONE_ROW = 96;

interface Same {
  marks: boolean;
  drawing: Lines | null;
  zone: Zone;
  on: RowActions;
}

interface ModuleProps extends Same {
  module: PlanModule;
  /** What it is called by its place, as long as it has no title; empty where it has one. */
  standIn: string;
  /** How all items stand. */
  items: ReadonlyMap<string, TimelineItemAnswer>;
  /** What the items are called that gates count from. */
  titles(id: string): string;
  /** Snags in short, by item. */
  snags: ReadonlyMap<string, string>;
  marked: ReadonlySet<string>;
  /** The course is so small that all of it is drawn. */
  small: boolean;
  /** Whether a module's stretch of this number is drawn whole from the first on. */
  early(module: string, index: number): boolean;
  onAdd(module: string): void;
}

/** Where nothing of it changes, six hundred rows cost as little as thirty modules. */
export const ModuleRows = memo(function ModuleRows(props: ModuleProps) {
  const { module, standIn: ownStandIn, items: answers, titles, snags } = props;
  const { marked, small, early, onAdd, marks, drawing, zone, on } = props;
  const same = { marks, drawing, zone, on };
  const all = [module, ...module.lessons];
  const stretches = Array.from({ length: Math.ceil(all.length / STRETCH) }, (_, i) => i);
  const answerOf = (id: string) => answers.get(id) ?? null;
  return (
    <View role="listitem">
      {stretches.map((index) => {
        const items = all.slice(index * STRETCH, (index + 1) * STRETCH);
        return (
          <Stretch
            key={index}
            first={index === 0}
            items={items}
            rows={items.map(({ id }) => answerOf(id))}
            gates={items.map((item) =>
              item.gate || item === module ? sayGate(item.gate, titles) : "with its module",
            )}
            standIns={items.map(({ title }, i) =>
              title.trim() !== ""
                ? ""
                : index === 0 && i === 0
                  ? ownStandIn
                  : standIn("lesson", index * STRETCH + i - 1),
            )}
            snags={items.map(({ id }) => snags.get(id) ?? null)}
            marked={items.filter(({ id }) => marked.has(id)).map(({ id }) => id)}
            index={index}
            module={module.id}
            small={small}
            early={early}
            {...same}
          />
        );
      })}
      <AddLesson id={module.id} title={module.title.trim() || ownStandIn} onAdd={onAdd} />
    </View>
  );
});

interface StretchProps extends Same {
  items: (PlanModule | PlanLesson)[];
  rows: (TimelineItemAnswer | null)[];
  gates: string[];
  /** Begins with the module itself. */
  first: boolean;
  standIns: string[];
  snags: (string | null)[];
  marked: string[];
  module: string;
  index: number;
  small: boolean;
  early: ModuleProps["early"];
}

const Stretch = memo(function Stretch(props: StretchProps) {
  const { items, rows, gates, first, standIns, snags, marked, early, ...same } = props;
  const { module, index, small, ...rest } = same;
  const { near, ref, height } = useNear(small, () => early(module, index));
  const wide = useWide();
  const kindOf = (i: number) => (first && i === 0 ? "module" : "lesson");
  if (!near)
    return (
      <View ref={ref}>
        <PlainRows
          rows={items.map(({ id, title }, i) => ({ id, title, kind: kindOf(i) }))}
          height={height ?? items.length * (wide ? ROW + 1 : PHONE_ROW)}
        />
      </View>
    );
  return (
    <View ref={ref}>
      {items.map((item, i) => (
        <EditRow
          key={item.id}
          item={item}
          kind={kindOf(i)}
          row={rows[i] ?? null}
          gate={gates[i] ?? ""}
          standIn={standIns[i] ?? ""}
          snag={snags[i] ?? null}
          marked={marked.includes(item.id)}
          {...rest}
        />
      ))}
    </View>
  );
}, saysTheSame);

/** Lists are made anew at every change: compared by what is in them. */
function saysTheSame(a: StretchProps, b: StretchProps): boolean {
  const { rows, gates, standIns, snags, marked, items, ...rest } = a;
  const alike = <T,>(x: T[], y: T[]) => x.length === y.length && x.every((one, i) => one === y[i]);
  return (
    Object.keys(rest).every(
      (key) => a[key as keyof StretchProps] === b[key as keyof StretchProps],
    ) &&
    alike(items, b.items) &&
    alike(gates, b.gates) &&
    alike(standIns, b.standIns) &&
    alike(snags, b.snags) &&
    alike(marked, b.marked) &&
    rows.every((row, i) => looksSame(row, b.rows[i] ?? null))
  );
}

const AddLesson = memo(function AddLesson({
  id,
  title,
  onAdd,
}: {
  id: string;
  title: string;
  onAdd(id: string): void;
}) {
  const { dusk } = usePalette();
  return (
    <Press
      onPress={() => onAdd(id)}
      aria-label={`Add a lesson to ${title}`}
      style={{
        marginLeft: 44,
        paddingHorizontal: 30,
        justifyContent: "center",
        alignSelf: "flex-start",
      }}
    >
      <Text kind="smallStrong" color={dusk}>
        + Add a lesson
      </Text>
    </Press>
  );
});

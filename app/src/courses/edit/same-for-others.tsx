/** An item's gate, closing and due date given to others, as one step. */
import type { Operation } from "@dawngate/core/courses";
import type { PlanCourse, PlanGate, PlanMoment } from "@dawngate/core/plan";
import { useState } from "react";
import { View } from "react-native";
import { PrimaryAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import type { Found } from "./find-item";

interface Props {
  course: PlanCourse;
  found: Found;
  perform(...operations: Operation[]): void;
  onDone(): void;
}

export function SameForOthers({ course, found, perform, onDone }: Props) {
  const { quiet } = usePalette();
  const { kind, item, module } = found;
  const siblings = (kind === "module" ? course.modules : module.lessons).filter(
    ({ id }) => id !== item.id,
  );
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const all = siblings.length > 0 && taken.size === siblings.length;
  const flip = (id: string) => {
    const next = new Set(taken);
    if (!next.delete(id)) next.add(id);
    setTaken(next);
  };
  const give = () => {
    const operations = siblings
      .filter(({ id }) => taken.has(id))
      .map(
        ({ id }) =>
          ({
            type: kind === "module" ? "set-module" : "set-lesson",
            item: id,
            set: {
              gate: gateFor(item.gate, id),
              closes: momentFor(item.closes, item.id, id),
              due: momentFor(item.due, item.id, id),
            },
          }) as Operation,
      );
    perform(...operations);
    onDone();
  };
  return (
    <View role="group" aria-label="Same for others" style={{ gap: 10 }}>
      <Text kind="strong">The same gate, closing and due date for</Text>
      {siblings.length === 0 ? (
        <Text kind="small" color={quiet}>
          There is nothing else beside it.
        </Text>
      ) : null}
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 6 }}>
        {siblings.length > 1 ? (
          <Choice
            label="all"
            many
            taken={all}
            onPress={() => setTaken(new Set(all ? [] : siblings.map(({ id }) => id)))}
          />
        ) : null}
        {siblings.map(({ id, title }) => (
          <Choice
            key={id}
            label={title || "without a title"}
            many
            taken={taken.has(id)}
            onPress={() => flip(id)}
          />
        ))}
      </View>
      {taken.size > 0 ? (
        <PrimaryAction
          label={`Give it to ${taken.size === 1 ? "one" : `these ${taken.size}`}`}
          onPress={give}
        />
      ) : null}
    </View>
  );
}

/** What counts from the item itself counts from the other one there. */
export function momentFor(moment: PlanMoment | null, from: string, to: string): PlanMoment | null {
  return moment && "item" in moment && moment.item === from ? { ...moment, item: to } : moment;
}

/** Conditions that would wait for their own item are left out. */
export function gateFor(gate: PlanGate | null, to: string): PlanGate | null {
  const when = gate?.when.filter((moment) => !("item" in moment && moment.item === to)) ?? [];
  return gate && when.length > 0 ? { ...gate, when } : null;
}

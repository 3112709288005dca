/** A cadence over many items: set as one sentence, its dates beside the dates before, applied as one step. */
import type { TimelineAnswer } from "@dawngate/contract/schedule";
import { applyOperation, isOwn, type Operation } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";
import { type Cadence, cadenceGates } from "@dawngate/core/schedule";
import { formatDate, type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import { useMemo, useState } from "react";
import { View } from "react-native";
import { PrimaryAction } from "../../ui/action";
import { Choice } from "../../ui/choice";
import { DateField, TimeField } from "../../ui/moment-fields";
import { NumberField } from "../../ui/number-field";
import { Options, WeekdayChoice } from "../../ui/options";
import { Sheet } from "../../ui/sheet";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { BeforeAfter } from "./before-after";

interface Props {
  course: PlanCourse;
  /** The marked rows; empty: all modules. */
  marked: ReadonlySet<string>;
  zone: Zone;
  hasCohorts: boolean;
  /** The dates of a course for the one whose dates are shown. */
  preview(course: PlanCourse): TimelineAnswer | null;
  perform(...operations: Operation[]): void;
  onClose(): void;
}

const BEGINNINGS = [
  { from: "enrolled", label: "enrolling" },
  { from: "date", label: "a date" },
  { from: "cohort-start", label: "the cohort's first day" },
  { from: "started", label: "the first lesson opened" },
] as const;
type Beginning = (typeof BEGINNINGS)[number]["from"];

const UNITS = [
  { value: "D", label: "days" },
  { value: "W", label: "weeks" },
  { value: "M", label: "months" },
] as const;

export function CadenceSheet(props: Props) {
  const { course, marked, zone, hasCohorts, preview, perform, onClose } = props;
  const { quiet, ember } = usePalette();
  const [cadence, setCadence] = useState<Cadence>({
    every: { count: 1, unit: "W" },
    from: { from: hasCohorts ? "cohort-start" : "enrolled" },
    firstAtOnce: true,
    at: null,
    weekdays: [],
    workdays: false,
    way: "chained",
  });
  const change = (part: Partial<Cadence>) => setCadence({ ...cadence, ...part });
  const items = useMemo(() => itemsOf(course, marked), [course, marked]);
  const operations = useMemo(() => operationsFor(course, items, cadence), [course, items, cadence]);
  const before = useMemo(() => preview(course), [preview, course]);
  const after = useMemo(() => preview(applied(course, operations)), [preview, course, operations]);
  const aligned = cadence.weekdays.length > 0 || cadence.workdays;
  const begin = (from: Beginning) =>
    change({
      from:
        from === "date"
          ? { from, date: formatDate(localDateAt(zone, Date.now() as Instant)) }
          : { from },
    });
  return (
    <Sheet title="A cadence" onClose={onClose} broad>
      <Text kind="small" color={quiet}>
        {marked.size > 0
          ? `For the ${items.length} rows that are marked.`
          : `For all ${items.length} modules. Mark rows first to set it for some.`}
      </Text>
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "center" }}>
        <Text kind="strong">Every</Text>
        <NumberField
          label="How many"
          value={cadence.every.count}
          least={1}
          most={400}
          onChange={(count) => change({ every: { ...cadence.every, count } })}
        />
        <Options
          label="Unit"
          options={UNITS}
          value={cadence.every.unit}
          onChange={(unit) => change({ every: { ...cadence.every, unit } })}
        />
      </View>
      <Options
        label="Counted from"
        says="counted from"
        options={BEGINNINGS.filter(({ from }) => from !== "cohort-start" || hasCohorts).map(
          ({ from, label }) => ({ value: from, label }),
        )}
        value={cadence.from.from as Beginning}
        onChange={begin}
      />
      {cadence.from.from === "date" ? (
        <DateField
          label="First day"
          value={cadence.from.date}
          onChange={(date) => change({ from: { from: "date", date } })}
        />
      ) : null}
      <Options
        label="The first one"
        says="the first one"
        options={[
          { value: "once", label: "at once" },
          { value: "step", label: "after one step" },
        ]}
        value={cadence.firstAtOnce ? "once" : "step"}
        onChange={(value) => change({ firstAtOnce: value === "once" })}
      />
      <WeekdayChoice
        value={cadence.weekdays}
        onChange={(weekdays) => change({ weekdays })}
        workdays={cadence.workdays}
        onWorkdays={(workdays) => change({ workdays })}
      />
      <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "flex-end" }}>
        <Choice
          label={
            course.releaseHour ? `at ${course.releaseHour}` : "at the time of day of enrolling"
          }
          taken={cadence.at === null}
          onPress={() => change({ at: null })}
        />
        <Choice
          label="at another time"
          taken={cadence.at !== null}
          onPress={() => change({ at: cadence.at ?? course.releaseHour ?? "07:00" })}
        />
        {cadence.at === null ? null : (
          <View style={{ width: 140 }}>
            <TimeField label="Time" value={cadence.at} onChange={(at) => change({ at })} />
          </View>
        )}
      </View>
      <Options
        label="How it counts on"
        options={[
          { value: "chained", label: "each from the one before" },
          { value: "grid", label: "all from the beginning" },
        ]}
        value={cadence.way}
        onChange={(way) => change({ way })}
      />
      <Text kind="small" color={quiet}>
        {cadence.way === "chained"
          ? "Each waits from the opening of the one before: moved to a later day, the rest follows, and no two fall together."
          : `Each is counted from the beginning, so the steps never shift${aligned ? "; where days are closed, two can fall together" : ""}.`}
      </Text>
      <BeforeAfter course={course} items={items} before={before} after={after} zone={zone} />
      {items.length === 0 ? (
        <Text color={ember}>There are no modules yet to set it for.</Text>
      ) : (
        <PrimaryAction
          label={`Set it for ${items.length === 1 ? "one" : `all ${items.length}`}`}
          onPress={() => {
            perform(...operations);
            onClose();
          }}
        />
      )}
    </Sheet>
  );
}

/** The marked rows in outline order, or all modules. */
/** The marked rows, or all modules; a course inside has its gates from where it is at home. */
function itemsOf(course: PlanCourse, marked: ReadonlySet<string>): string[] {
  const rows = course.modules.flatMap((module) => [module, ...module.lessons]);
  return marked.size > 0
    ? rows.map(({ id }) => id).filter((id) => marked.has(id))
    : course.modules.filter(isOwn).map(({ id }) => id);
}

function operationsFor(
  course: PlanCourse,
  items: readonly string[],
  cadence: Cadence,
): Operation[] {
  const modules = new Set(course.modules.map(({ id }) => id));
  return [...cadenceGates(items, cadence)].map(([item, gate]) => ({
    type: modules.has(item) ? "set-module" : "set-lesson",
    item,
    set: { gate },
  }));
}

function applied(course: PlanCourse, operations: readonly Operation[]): PlanCourse {
  return operations.reduce((before, operation) => {
    const done = applyOperation(before, operation);
    return done.ok ? done.course : before;
  }, course);
}

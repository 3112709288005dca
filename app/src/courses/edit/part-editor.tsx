/** What changes one part of a moment's sentence. */
import type { PlanMoment } from "@dawngate/core/plan";
import { sayOffset } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { Choice } from "../../ui/choice";
import { DateField, TimeField } from "../../ui/moment-fields";
import { NumberField } from "../../ui/number-field";
import { Options, WeekdayChoice } from "../../ui/options";
import { Text } from "../../ui/text";
import { TextField } from "../../ui/text-field";
import { usePalette } from "../../ui/theme";
import { ZoneField } from "../../ui/zone-field";
import { ItemChoice } from "./item-choice";
import type { MomentContext } from "./moment-context";
import {
  ALL_UNITS,
  ANCHORS,
  type AnyUnit,
  changed,
  readAnyAmount,
  withAmount,
  withAnchor,
} from "./moments";

interface Props {
  context: MomentContext;
  moment: PlanMoment;
  onChange(moment: PlanMoment): void;
}

export function PartEditor({ kind, ...props }: Props & { kind: string }) {
  switch (kind) {
    case "amount":
      return <AmountPart {...props} />;
    case "anchor":
      return <AnchorPart {...props} />;
    case "days":
      return <DaysPart {...props} />;
    case "at":
      return <AtPart {...props} />;
    case "edge":
      return <EdgePart {...props} />;
    default:
      return <ZonePart {...props} />;
  }
}

function AmountPart({ moment, onChange }: Props) {
  const { quiet } = usePalette();
  const add = moment.from === "staff" ? undefined : moment.add;
  const known = readAnyAmount(add);
  const { amount, unit, back } = known ?? { amount: 0, unit: "D" as const, back: false };
  const set = (next: Partial<{ amount: number; unit: AnyUnit; back: boolean }>) => {
    const all = { amount, unit, back, ...next };
    onChange(withAmount(moment, all.amount || (next.unit ? 1 : 0), all.unit, all.back));
  };
  return (
    <>
      {known ? null : (
        <Text kind="small" color={quiet}>
          Now {sayOffset(add ?? "P0D")}; a number here takes its place.
        </Text>
      )}
      <NumberField
        label="How many"
        value={amount}
        least={0}
        most={9999}
        onChange={(n) => set({ amount: n })}
      />
      <Options
        label="Unit"
        options={ALL_UNITS.map((one) => ({ value: one.unit, label: one.label }))}
        value={unit}
        onChange={(next) => set({ unit: next })}
      />
      <Options
        label="Before or after"
        options={[
          { value: "after", label: "after" },
          { value: "before", label: "before" },
        ]}
        value={back ? "before" : "after"}
        onChange={(way) => set({ back: way === "before" })}
      />
      {unit.startsWith("T") ? (
        <Text kind="small" color={quiet}>
          Hours and minutes are exact: no weekday, no time of day beside them.
        </Text>
      ) : null}
      {amount > 0 ? <Choice label="No wait" onPress={() => set({ amount: 0 })} /> : null}
    </>
  );
}

/** What is counted from a module or a lesson. */
const OF_ITEMS: readonly string[] = ["opened", "completed", "passed"];

function AnchorPart({ context, moment, onChange }: Props) {
  const { course, own, before, hasCohorts, today, role } = context;
  const first = course.modules.flatMap((one) => one.lessons).find(({ id }) => id !== own);
  const other = before?.id ?? first?.id ?? own;
  const offered = ANCHORS.filter(
    ({ from }) =>
      moment.from === from ||
      ((hasCohorts || !from.startsWith("cohort")) &&
        (first !== undefined || !OF_ITEMS.includes(from)) &&
        (role === "opens" || from !== "staff")),
  );
  return (
    <>
      <Options
        label="From what"
        options={offered.map(({ from, label }) => ({
          value: from,
          label: from === "opened" && before ? "the one before opens" : label,
        }))}
        value={moment.from}
        onChange={(from) => onChange(withAnchor(moment, from, other, today))}
      />
      {"item" in moment ? (
        <ItemChoice
          course={course}
          own={own}
          chosen={moment.item}
          quizzes={moment.from === "passed"}
          whole={role === "ends" && moment.from === "completed"}
          onChoose={(item) => onChange({ ...moment, item })}
        />
      ) : null}
      {moment.from === "date" ? (
        <DateField
          label="Date"
          value={moment.date}
          onChange={(date) => onChange({ ...moment, date })}
        />
      ) : null}
      {moment.from === "paid" ? (
        <NumberField
          label="Which payment"
          value={moment.part ?? 1}
          least={1}
          most={999}
          onChange={(part) => onChange({ ...moment, part: part === 1 ? undefined : part })}
        />
      ) : null}
      {moment.from === "signal" ? <SignalName moment={moment} onChange={onChange} /> : null}
    </>
  );
}

function SignalName({
  moment,
  onChange,
}: {
  moment: Extract<PlanMoment, { from: "signal" }>;
  onChange(moment: PlanMoment): void;
}) {
  const [typed, setTyped] = useState(moment.name);
  return (
    <TextField
      label="The name that is reported"
      value={typed}
      maxLength={200}
      onChangeText={setTyped}
      onBlur={() =>
        typed.trim() === "" ? setTyped(moment.name) : onChange({ ...moment, name: typed.trim() })
      }
    />
  );
}

function DaysPart({ moment, onChange }: Props) {
  if (moment.from === "staff") return null;
  return (
    <WeekdayChoice
      value={moment.weekdays ?? []}
      onChange={(weekdays) => onChange(changed(moment, { weekdays: weekdays as never }))}
      workdays={moment.workdays ?? false}
      onWorkdays={(workdays) => onChange(changed(moment, { workdays }))}
    />
  );
}

function AtPart({ context, moment, onChange }: Props) {
  if (moment.from === "staff") return null;
  const { releaseHour } = context.course;
  const dated = moment.from === "date" || moment.from.startsWith("cohort");
  const none =
    context.role === "opens" && releaseHour
      ? `at the release hour, ${releaseHour}`
      : dated
        ? "at the start of that day"
        : "at the same time of day";
  return (
    <View style={{ flexDirection: "row", flexWrap: "wrap", gap: 10, alignItems: "flex-end" }}>
      <View style={{ width: 150 }}>
        <TimeField
          label="Time of day"
          value={moment.at ?? releaseHour ?? "07:00"}
          onChange={(at) => onChange(changed(moment, { at }))}
        />
      </View>
      <Choice
        label={none}
        taken={moment.at === undefined}
        onPress={() => onChange(changed(moment, { at: undefined }))}
      />
    </View>
  );
}

function EdgePart({ moment, onChange }: Props) {
  if (moment.from === "staff") return null;
  return (
    <Options
      label="When on that day"
      options={[
        { value: "end", label: "at the end of that day" },
        { value: "time", label: "at a time of day" },
      ]}
      value={moment.edge === "end" ? "end" : "time"}
      onChange={(way) =>
        onChange(
          changed(moment, way === "end" ? { edge: "end", at: undefined } : { edge: undefined }),
        )
      }
    />
  );
}

function ZonePart({ context, moment, onChange }: Props) {
  if (moment.from === "staff") return null;
  const { zone } = moment;
  const named = zone !== undefined && zone !== "school" && zone !== "enrollee";
  const clock = context.course.clock === "school" ? "the school's" : "their own";
  return (
    <>
      <Options
        label="Zone"
        options={[
          { value: "clock", label: `the course's: ${clock}` },
          { value: "school", label: "the school's" },
          { value: "enrollee", label: "their own" },
          { value: "named", label: "one of these" },
        ]}
        value={named ? "named" : ((zone as "school" | "enrollee" | undefined) ?? "clock")}
        onChange={(way) =>
          onChange(
            changed(moment, { zone: way === "clock" ? undefined : way === "named" ? "UTC" : way }),
          )
        }
      />
      {named ? (
        <ZoneField value={zone} onChange={(next) => onChange(changed(moment, { zone: next }))} />
      ) : null}
    </>
  );
}

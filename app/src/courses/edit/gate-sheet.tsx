/** A gate as a sentence whose parts one presses, with the date it comes to beside it. */
import type { TimelineItemAnswer } from "@dawngate/contract";
import type { PlanCourse, PlanGate, PlanLesson, PlanModule, PlanMoment } from "@dawngate/core/plan";
import { explainOpening, sayGate, sayPlannedMoment } from "@dawngate/core/schedule/words";
import { formatDate, type Instant, localDateAt, type Zone } from "@dawngate/core/time";
import { useState } from "react";
import { View } from "react-native";
import { TextInput } from "react-native-paper";
import { Choice } from "../../schedule/as-if/choice";
import { DateField } from "../../schedule/as-if/moment-fields";
import { markOf } from "../../schedule/state-words";
import { QuietAction } from "../../ui/action";
import { Sheet } from "../../ui/sheet";
import { SunMark } from "../../ui/sun-mark";
import { Text } from "../../ui/text";
import { usePalette } from "../../ui/theme";
import { titleIn } from "./edit-row";
import {
  ANCHORS,
  type AnchorName,
  readAmount,
  UNITS,
  withAmount,
  withAnchor,
  withWeekdays,
} from "./moments";

interface Props {
  course: PlanCourse;
  item: PlanModule | PlanLesson;
  before: { id: string; title: string } | null;
  row: TimelineItemAnswer | null;
  zone: Zone;
  onGate(gate: PlanGate | null): void;
  onClose(): void;
}

export function GateSheet({ course, item, before, row, zone, onGate, onClose }: Props) {
  const { quiet } = usePalette();
  const titleOf = (id: string) => titleIn(course, id);
  const gate = item.gate;
  const when = gate?.when ?? [];
  const set = (moments: PlanMoment[], need = gate?.need ?? "all") =>
    onGate(moments.length === 0 ? null : { need, when: moments });
  const replace = (i: number, moment: PlanMoment) =>
    set(when.map((one, k) => (k === i ? moment : one)));
  const today = formatDate(localDateAt(zone, Date.now() as Instant));
  const first = course.modules.flatMap((module) => module.lessons).find(({ id }) => id !== item.id);
  const other = before?.id ?? first?.id ?? item.id;
  return (
    <Sheet title={`${item.title} opens`} onClose={onClose}>
      <Text kind="strong">{sayGate(gate, titleOf)}</Text>
      {row ? (
        <View style={{ flexDirection: "row", gap: 12, alignItems: "center" }} role="status">
          <SunMark mark={markOf(row)} size={28} />
          <Text kind="small" style={{ flex: 1 }}>
            {explainOpening(row.why, { zone, titleOf, person: "they" }).sentence}
          </Text>
        </View>
      ) : (
        <Text kind="small" color={quiet}>
          It is not published, so it opens for nobody yet.
        </Text>
      )}
      {when.length === 0 ? (
        <MomentEditor
          course={course}
          item={item}
          moment={null}
          onChange={(moment) => set([moment])}
          other={other}
          today={today}
          before={before}
        />
      ) : (
        when.map((moment, i) => (
          <View
            // biome-ignore lint/suspicious/noArrayIndexKey: a condition is known by its place in the sentence
            key={i}
            style={{ gap: 10 }}
          >
            {when.length > 1 ? (
              <Text kind="smallStrong">
                {i === 0 ? "First condition" : gate?.need === "any" ? "or" : "and"}:{" "}
                {sayPlannedMoment(moment, titleOf)}
              </Text>
            ) : null}
            <MomentEditor
              course={course}
              item={item}
              moment={moment}
              onChange={(next) => replace(i, next)}
              other={other}
              today={today}
              before={before}
            />
            <QuietAction
              label={when.length === 1 ? "No gate: at once" : "Take this condition away"}
              onPress={() => set(when.filter((_, k) => k !== i))}
            />
          </View>
        ))
      )}
      {when.length > 1 ? (
        <View
          role="radiogroup"
          aria-label="How many are needed"
          style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}
        >
          <Choice
            label="All of these: the latest counts"
            taken={gate?.need === "all"}
            onPress={() => set(when, "all")}
          />
          <Choice
            label="Any of these: the earliest counts"
            taken={gate?.need === "any"}
            onPress={() => set(when, "any")}
          />
        </View>
      ) : when.length === 1 ? (
        <QuietAction
          label="and only when …"
          onPress={() => set([...when, withAnchor(null, "completed", other, today)])}
        />
      ) : null}
      <Text kind="small" color={quiet}>
        Kept as you change it; Undo takes it back.
      </Text>
    </Sheet>
  );
}

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

function MomentEditor({
  course,
  item,
  moment,
  other,
  today,
  before,
  onChange,
}: {
  course: PlanCourse;
  item: { id: string };
  moment: PlanMoment | null;
  other: string;
  today: string;
  before: { id: string; title: string } | null;
  onChange(moment: PlanMoment): void;
}) {
  const { quiet } = usePalette();
  const choose = (from: AnchorName) => onChange(withAnchor(moment, from, other, today));
  const counted = moment !== null && moment.from !== "staff" && moment.from !== "date";
  const weekdays = moment && moment.from !== "staff" ? (moment.weekdays ?? []) : [];
  return (
    <View style={{ gap: 10 }}>
      {counted ? <Amount moment={moment} onChange={onChange} /> : null}
      <View
        role="radiogroup"
        aria-label="Counted from"
        style={{ flexDirection: "row", flexWrap: "wrap", gap: 8 }}
      >
        {moment === null ? <Choice label="at once" taken onPress={() => undefined} /> : null}
        {ANCHORS.map(({ from, label }) => (
          <Choice
            key={from}
            label={from === "opened" && before ? "after the one before opens" : label}
            taken={moment?.from === from}
            onPress={() => choose(from)}
          />
        ))}
      </View>
      {moment && "item" in moment ? (
        <ItemChoice
          course={course}
          own={item.id}
          chosen={moment.item}
          modules={moment.from !== "passed"}
          onChoose={(id) => onChange({ ...moment, item: id })}
        />
      ) : null}
      {moment?.from === "date" ? (
        <DateField
          label="Date"
          value={moment.date}
          onChange={(date) => onChange({ ...moment, date })}
        />
      ) : null}
      {counted ? (
        <View style={{ gap: 6 }}>
          <Text kind="small" color={quiet}>
            moved on to one of these days, if any is chosen
          </Text>
          <View
            role="group"
            aria-label="Weekdays"
            style={{ flexDirection: "row", flexWrap: "wrap", gap: 6 }}
          >
            {WEEKDAYS.map((name, i) => {
              const day = i + 1;
              const taken = weekdays.includes(day);
              return (
                <Choice
                  key={name}
                  label={name}
                  many
                  taken={taken}
                  onPress={() =>
                    onChange(
                      withWeekdays(
                        moment,
                        taken ? weekdays.filter((one) => one !== day) : [...weekdays, day],
                      ),
                    )
                  }
                />
              );
            })}
          </View>
        </View>
      ) : null}
    </View>
  );
}

function Amount({ moment, onChange }: { moment: PlanMoment; onChange(moment: PlanMoment): void }) {
  const { surface, quiet } = usePalette();
  const add = moment.from === "staff" ? undefined : moment.add;
  const known = readAmount(add);
  const [typed, setTyped] = useState<string | null>(null);
  if (!known)
    return (
      <Text kind="small" color={quiet}>
        {add}: an offset of another make, kept as it is.
      </Text>
    );
  const { amount, unit } = known;
  return (
    <View style={{ flexDirection: "row", gap: 8, flexWrap: "wrap", alignItems: "center" }}>
      <TextInput
        mode="outlined"
        dense
        label="How many"
        aria-label="How many"
        inputMode="numeric"
        value={typed ?? String(amount)}
        onChangeText={(text) => {
          setTyped(text);
          if (/^\d{1,4}$/.test(text.trim())) onChange(withAmount(moment, Number(text), unit));
        }}
        onBlur={() => setTyped(null)}
        style={{ backgroundColor: surface, width: 110 }}
      />
      <View role="radiogroup" aria-label="Unit" style={{ flexDirection: "row", gap: 8 }}>
        {UNITS.map(({ unit: one, label }) => (
          <Choice
            key={one}
            label={label}
            taken={unit === one}
            onPress={() => onChange(withAmount(moment, amount, one))}
          />
        ))}
      </View>
    </View>
  );
}

function ItemChoice({
  course,
  own,
  chosen,
  modules,
  onChoose,
}: {
  course: PlanCourse;
  own: string;
  chosen: string;
  modules: boolean;
  onChoose(id: string): void;
}) {
  return (
    <View
      role="radiogroup"
      aria-label="Which"
      style={{ flexDirection: "row", flexWrap: "wrap", gap: 6 }}
    >
      {course.modules.flatMap((module) => [
        ...(modules && module.id !== own
          ? [
              <Choice
                key={module.id}
                label={module.title}
                taken={chosen === module.id}
                onPress={() => onChoose(module.id)}
              />,
            ]
          : []),
        ...module.lessons
          .filter(({ id }) => id !== own)
          .map(({ id, title }) => (
            <Choice key={id} label={title} taken={chosen === id} onPress={() => onChoose(id)} />
          )),
      ])}
    </View>
  );
}

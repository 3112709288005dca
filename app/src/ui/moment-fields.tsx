/**
 * A date and a time of day. A date is shown in words ("Fri 5 Mar 2027"), typed in any of the ways people write one, or
 * chosen in a month: never in figures of which one has to guess whether the month comes first.
 */
import { readDay } from "@dawngate/core/schedule/language";
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { View } from "react-native";
import { HelperText, TextInput } from "react-native-paper";
import { MonthChoice } from "./month-choice";
import { TextField } from "./text-field";

export interface FieldProps {
  label: string;
  /** `2027-03-05`, or `07:00`. */
  value: string;
  onChange(value: string): void;
}

export function DateField(props: FieldProps) {
  const { label, value, onChange } = props;
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      <TypedField
        {...props}
        // A whole date, and what chooses it in a month, stand in it.
        width={190}
        shown={value === "" ? "" : sayWrittenDate(value)}
        read={(text) => {
          const day = readDay(text);
          return day.ok ? { ok: true, value: day.date } : day;
        }}
        right={
          <TextInput.Icon
            icon="calendar"
            size={20}
            onPress={() => setChoosing(true)}
            accessibilityLabel="Choose in a month"
          />
        }
      />
      {choosing ? (
        <MonthChoice
          title={label}
          value={value}
          onChoose={(date) => {
            setChoosing(false);
            onChange(date);
          }}
          onClose={() => setChoosing(false)}
        />
      ) : null}
    </>
  );
}

export function TimeField(props: FieldProps) {
  return <TypedField {...props} width={110} shown={props.value} read={readTime} />;
}

type Typed = { ok: true; value: string } | { ok: false; reason: string };

/** "7", "7.30", "07:30", "7:30 pm". */
function readTime(text: string): Typed {
  const found = /^(\d{1,2})(?:[:.h](\d{2}))?\s*(am|pm)?$/i.exec(text.trim());
  const [, hours = "", minutes = "00", half] = found ?? [];
  const hour = Number(hours);
  const wrong = { ok: false as const, reason: "Write a time of day as 07:00" };
  if (!found || (half ? hour < 1 || hour > 12 : hour > 23) || Number(minutes) > 59) return wrong;
  const full = half ? (hour % 12) + (half.toLowerCase() === "pm" ? 12 : 0) : hour;
  return { ok: true, value: `${String(full).padStart(2, "0")}:${minutes}` };
}

interface TypedProps extends FieldProps {
  width: number;
  shown: string;
  read(text: string): Typed;
  right?: React.ReactNode;
}

/** What is typed halfway stays in the field; it counts as soon as it can be read, and is written anew on leaving. */
function TypedField({ label, width, shown, read, right, onChange }: TypedProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [left, setLeft] = useState(false);
  const said = typed === null ? null : read(typed);
  const wrong = left && said?.ok === false ? said.reason : null;
  return (
    <View style={{ flex: 1, minWidth: width }}>
      <TextField
        label={label}
        value={typed ?? shown}
        error={wrong !== null}
        right={right}
        onFocus={() => setLeft(false)}
        onChangeText={(text) => {
          setTyped(text);
          const read1 = read(text);
          if (read1.ok) onChange(read1.value);
        }}
        onBlur={() => {
          setLeft(true);
          if (said?.ok !== false) setTyped(null);
        }}
      />
      {wrong ? (
        <HelperText type="error" role="alert">
          {wrong}
        </HelperText>
      ) : null}
    </View>
  );
}

/** Choices of one among a few, and of weekdays, with a word before them. */
import type { ReactNode } from "react";
import { View } from "react-native";
import { Choice } from "./choice";
import { Choices } from "./choices";
import { Text } from "./text";
import { usePalette } from "./theme";

interface OptionsProps<T extends string> {
  label: string;
  /** Said before them; they are known by `label` alone where there is nothing to say. */
  says?: string;
  options: readonly { value: T; label: string }[];
  value: T;
  onChange(value: T): void;
}

export function Options<T extends string>(props: OptionsProps<T>) {
  const { label, says, options, value, onChange } = props;
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 6 }}>
      {says ? (
        <Text kind="small" color={quiet}>
          {says}
        </Text>
      ) : null}
      <Choices label={label}>
        {options.map((option) => (
          <Choice
            key={option.value}
            label={option.label}
            taken={option.value === value}
            onPress={() => onChange(option.value)}
          />
        ))}
      </Choices>
    </View>
  );
}

const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

interface DaysProps {
  label: string;
  value: readonly number[];
  onChange(value: number[]): void;
}

/** Weekdays, Monday = 1, any number of them. */
export function Weekdays({
  label,
  value,
  onChange,
  children,
}: DaysProps & { children?: ReactNode }) {
  return (
    <Choices label={label} many>
      {WEEKDAYS.map((name, i) => {
        const day = i + 1;
        const taken = value.includes(day);
        const next = taken ? value.filter((one) => one !== day) : [...value, day];
        return (
          <Choice
            key={name}
            label={name}
            many
            taken={taken}
            onPress={() => onChange(next.sort((a, b) => a - b))}
          />
        );
      })}
      {children}
    </Choices>
  );
}

interface WeekdayProps extends Omit<DaysProps, "label"> {
  workdays: boolean;
  onWorkdays(workdays: boolean): void;
}

export function WeekdayChoice({ value, onChange, workdays, onWorkdays }: WeekdayProps) {
  const { quiet } = usePalette();
  return (
    <View style={{ gap: 6 }}>
      <Text kind="small" color={quiet}>
        moved on to one of these days, if any is chosen
      </Text>
      <Weekdays label="Weekdays" value={value} onChange={onChange}>
        <Choice
          label="not on closed days"
          many
          taken={workdays}
          onPress={() => onWorkdays(!workdays)}
        />
      </Weekdays>
    </View>
  );
}

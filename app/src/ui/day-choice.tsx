/** A day chosen in a month, and not typed: for screens that do not bring what reads dates. */
import { sayWrittenDate } from "@dawngate/core/schedule/words";
import { useState } from "react";
import { QuietAction } from "./action";
import { MonthChoice } from "./month-choice";

interface Props {
  /** "Told on". */
  label: string;
  /** `2027-03-05`. */
  value: string;
  onChange(date: string): void;
}

export function DayChoice({ label, value, onChange }: Props) {
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      <QuietAction label={`${label} ${sayWrittenDate(value)}`} onPress={() => setChoosing(true)} />
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

/** An instant as a day and a time of day in a zone, to the minute. */
import {
  formatDate,
  formatInstant,
  formatTimeOfDay,
  type Instant,
  instantAt,
  localDateAt,
  parseDate,
  parseTimeOfDay,
  type TimeOfDay,
  timeOfDayAt,
  type Zone,
} from "@dawngate/core/time";
import { DateField, TimeField } from "./moment-fields";

interface Props {
  /** What the two fields are called. */
  labels: readonly [day: string, time: string];
  zone: Zone;
  at: Instant;
  onChange(at: string): void;
}

const MINUTE = 60_000;

export function InstantFields({ labels, zone, at, onChange }: Props) {
  const day = formatDate(localDateAt(zone, at));
  const minute = Math.floor(timeOfDayAt(zone, at) / MINUTE) * MINUTE;
  const time = formatTimeOfDay(minute as TimeOfDay);
  const change = (newDay: string, newTime: string) => {
    const [date, clock] = [parseDate(newDay), parseTimeOfDay(newTime)];
    if (date.ok && clock.ok) onChange(formatInstant(instantAt(zone, date.value, clock.value)));
  };
  return (
    <>
      <DateField label={labels[0]} value={day} onChange={(next) => change(next, time)} />
      <TimeField label={labels[1]} value={time} onChange={(next) => change(day, next)} />
    </>
  );
}

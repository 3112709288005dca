/** Dates grouped by the day on which somebody would look for them. */
import type { Dates } from "@dawngate/contract/enrollment";
import { sayTime } from "@dawngate/core/schedule/words";
import {
  type Instant,
  type LocalDate,
  localDateAt,
  timeOfDayAt,
  type Zone,
} from "@dawngate/core/time";
import { read } from "../schedule/horizon/scale";

export type MyDate = Dates["dates"][number];

export interface DayOfDates {
  day: LocalDate;
  dates: (MyDate & { time: string })[];
}

/** What ends at midnight stands on the day that ends with it, at 24:00. */
export function dayOf({ kind, at }: MyDate, zone: Zone): { day: LocalDate; time: string } {
  const instant = read(at) as Instant;
  const time = timeOfDayAt(zone, instant);
  if (time === 0 && (kind === "due" || kind === "closes" || kind === "ends"))
    return { day: localDateAt(zone, (instant - 1) as Instant), time: "24:00" };
  return { day: localDateAt(zone, instant), time: sayTime(instant, zone) };
}

/** In order of days; within one as they came, which is in order of time. */
export function byDay(dates: readonly MyDate[], zone: Zone): DayOfDates[] {
  const days: DayOfDates[] = [];
  for (const date of dates) {
    const { day, time } = dayOf(date, zone);
    const there = days.find((one) => one.day === day);
    if (there) there.dates.push({ ...date, time });
    else days.push({ day, dates: [{ ...date, time }] });
  }
  return days.sort((a, b) => a.day - b.day);
}

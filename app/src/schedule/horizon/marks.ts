/** What the days themselves say on the horizon: closed days of the school, and clocks that change. */
import { sayDate } from "@dawngate/core/schedule/words";
import {
  addDays,
  HOUR,
  type Instant,
  localDateAt,
  parseDate,
  startOfDay,
  timeOfDayAt,
  type Zone,
} from "@dawngate/core/time";
import type { Range } from "./scale";

export interface DayMark {
  kind: "closed" | "clock-change";
  from: Instant;
  to: Instant;
  /** "Closed on Mon 29 Mar 2027". */
  says: string;
}

/** Beyond this many days a day is too narrow to be seen. */
const DAYS_MOST = 800;

export function marksIn(range: Range, zone: Zone, closed: readonly string[]): DayMark[] {
  const marks: DayMark[] = [];
  for (const text of closed) {
    const date = parseDate(text);
    if (!date.ok) continue;
    const [from, to] = [startOfDay(zone, date.value), startOfDay(zone, addDays(date.value, 1))];
    if (to > range.from && from < range.to)
      marks.push({ kind: "closed", from, to, says: `Closed on ${sayDate(date.value)}` });
  }
  const first = localDateAt(zone, range.from);
  const days = localDateAt(zone, range.to) - first;
  if (days > DAYS_MOST) return marks;
  for (let day = 0; day <= days; day++) {
    const date = addDays(first, day);
    const [from, to] = [startOfDay(zone, date), startOfDay(zone, addDays(date, 1))];
    const hours = (to - from) / HOUR;
    if (hours === 24 || timeOfDayAt(zone, from) !== 0) continue;
    const way = hours < 24 ? "forward" : "back";
    marks.push({
      kind: "clock-change",
      from,
      to,
      says: `Clocks go ${way} on ${sayDate(date)}: a day of ${hours} hours`,
    });
  }
  return marks.sort((a, b) => a.from - b.from);
}

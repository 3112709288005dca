/** What a refund is about: all courses, one of them, or seats; and what each course's share of it is worth. */
import { dateIn, type LocalDate } from "../../time";
import { split, timesOver } from "../money";
import type { Life } from "./life";
import type { Order } from "./schema";

type Course = Order["courses"][number];

export interface Scope {
  courses: Course[];
  /** Of each course of the order, by its place in the file. */
  shares: ReadonlyMap<string, number>;
}

/** The courses a refund is about, and their shares: of the total less seats given back, or of so many seats. */
export function scopeOf(
  { order, coursesBack, seatsBack }: Life,
  { course, seats }: { course: string | null; seats: number | null },
): Scope {
  const bySeat = split(order.quote?.total ?? 0, Array<number>(order.seats).fill(1));
  // The seats given back before are the last ones.
  const rest = bySeat.slice(0, order.seats - seatsBack);
  const sum = (seats === null ? rest : rest.slice(-seats)).reduce((all, one) => all + one, 0);
  const shares = split(
    sum,
    order.courses.map(({ single }) => single),
  );
  return {
    courses: order.courses.filter(({ id }) =>
      course === null ? !coursesBack.has(id) : id === course,
    ),
    shares: new Map(order.courses.map(({ id }, i) => [id, shares[i] ?? 0])),
  };
}

/** The last day of access as it stands on a day; null where it has no end. */
export function lastDayOn({ access }: Course, today: LocalDate): LocalDate | null {
  let last = access.through === null ? null : dateIn(access.through);
  let movedOn: LocalDate | null = null;
  for (const { on, through } of access.moved) {
    const day = dateIn(on);
    if (day > today || (movedOn !== null && day < movedOn)) continue;
    movedOn = day;
    last = dateIn(through);
  }
  return last;
}

/** Days of access, less those won by pauses, and those after today; null where its first or last is not known. */
export function daysOf(course: Course, today: LocalDate): { days: number; unused: number } | null {
  const last = lastDayOn(course, today);
  if (course.access.from === null || last === null) return null;
  const first = dateIn(course.access.from);
  const days = Math.max(1, last - first + 1 - course.access.paused);
  const ahead = last - Math.max(today, first - 1);
  return { days, unused: Math.min(days, Math.max(0, ahead)) };
}

/** What is relieved of a course's share for the days after today; 0 where they are not known. */
export function unusedOf(share: number, of: { days: number; unused: number } | null): number {
  return of ? timesOver(share, of.unused, of.days) : 0;
}

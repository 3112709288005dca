/** Numbers by date in one run of memory that grows with what is asked: what is asked often costs one look-up. */
import { clampDate, type LocalDate } from "../../time";

/** It grows by so many days at least, and by as many as it has. */
const STEP = 32;
/** As many days are kept, some ninety years; what lies farther is worked out each time. */
const MOST = 32_768;

export class DayTable {
  /** What stands at each date from {@link first} on. */
  values = new Float64Array(0);
  first = 0;

  /** `work` says what stands at a date; not a number means "none". */
  constructor(private readonly work: (date: LocalDate) => number) {}

  /** What stands at a date. */
  at(date: number): number {
    const i = date - this.first;
    return i >= 0 && i < this.values.length
      ? (this.values[i] as number)
      : this.cover(date, date)
        ? (this.values[date - this.first] as number)
        : this.work(date as LocalDate);
  }

  /** Makes sure of all dates from one to another, both included; false where that would be too many. */
  cover(from: number, to: number): boolean {
    const { first, values } = this;
    if (from >= first && to < first + values.length) return true;
    const isEmpty = values.length === 0;
    const step = Math.max(STEP, values.length);
    const begin = clampDate(isEmpty || from < first ? from - step : first);
    const end = clampDate(
      isEmpty || to >= first + values.length ? to + step : first + values.length,
    );
    if (end - begin > MOST || from < begin || to >= end) return false;
    const wider = new Float64Array(end - begin);
    if (!isEmpty) wider.set(values, first - begin);
    for (let date = begin as number; date < end; date++)
      if (isEmpty || date < first || date >= first + values.length)
        wider[date - begin] = this.work(date as LocalDate);
    this.values = wider;
    this.first = begin;
    return true;
  }
}

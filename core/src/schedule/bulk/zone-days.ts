/** A zone's days as tables: which local date an instant falls on, and when a local date and time is. */
import {
  clampInstant,
  DAY,
  type Instant,
  instantAt,
  type LocalDate,
  localDateAt,
  offsetAt,
  startOfDay,
  type TimeOfDay,
  type Zone,
} from "../../time";
import { DayTable } from "./day-table";

export class ZoneDays {
  /** The start of each local day. */
  readonly starts: DayTable;
  /** How far local time is ahead through a whole day of UTC; none where the clock changes in it. */
  private readonly through: DayTable;
  /** The same for everything near a local day. */
  private readonly around: DayTable;
  private readonly timed = new Map<TimeOfDay, DayTable>();

  constructor(readonly zone: Zone) {
    // The nearest pair of clock changes lies more than two weeks apart (see time/zone.ts): two equal ends mean none.
    const steady = (from: number, to: number) =>
      offsetAt(zone, from) === offsetAt(zone, to) ? offsetAt(zone, from) : Number.NaN;
    this.starts = new DayTable((date) => startOfDay(zone, date));
    this.through = new DayTable((day) => steady(day * DAY, day * DAY + DAY - 1));
    this.around = new DayTable((date) => steady(date * DAY - DAY, date * DAY + 2 * DAY));
  }

  /** The instant of one time of day on each date. */
  at(time: TimeOfDay): DayTable {
    let table = this.timed.get(time);
    if (!table) {
      table = new DayTable((date) => instantAt(this.zone, date, time));
      this.timed.set(time, table);
    }
    return table;
  }

  /** {@link localDateAt} by table. */
  dateAt(instant: number): number {
    const offset = this.through.at(Math.floor(instant / DAY));
    return !Number.isNaN(offset)
      ? Math.floor((instant + offset) / DAY)
      : localDateAt(this.zone, instant as Instant);
  }

  /** The local time of day at an instant that falls on `date`. */
  timeAt(instant: number, date: number): number {
    const offset = this.through.at(Math.floor(instant / DAY));
    return instant + (!Number.isNaN(offset) ? offset : offsetAt(this.zone, instant)) - date * DAY;
  }

  /** {@link instantAt} by table, for a time of day that is asked once. */
  instantOf(date: number, time: number): number {
    const offset = this.around.at(date);
    return !Number.isNaN(offset)
      ? clampInstant(date * DAY + time - offset)
      : instantAt(this.zone, date as LocalDate, time as TimeOfDay);
  }
}

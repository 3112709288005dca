/** Tables that depend on the school alone, shared by all of its courses. */
import {
  addDays,
  addMonths,
  firstAllowed,
  type LocalDate,
  type Moment,
  type SchoolCalendar,
  type TimeOfDay,
  type Zone,
} from "../../time";
import { DayTable } from "./day-table";
import { Numbering } from "./people";
import { ZoneDays } from "./zone-days";

/** Tables that depend on the school alone: days of its zones, days that its calendar allows. */
export class SchoolDays {
  private readonly numbered = new Numbering<ZoneDays>();
  private readonly allowed = new Numbering<DayTable>();
  private readonly months = new Map<number, DayTable>();
  private readonly instants = new Map<string, DayTable>();

  constructor(readonly calendar: SchoolCalendar) {}

  /** The number of a zone. */
  zone(zone: Zone): number {
    return this.numbered.of(zone.id, () => new ZoneDays(zone));
  }

  days(zone: number): ZoneDays {
    return this.numbered.values[zone] as ZoneDays;
  }

  get zones(): number {
    return this.numbered.values.length;
  }

  /** The number of an alignment; 0 for none. */
  alignment(moment: Moment): number {
    const { alignment } = moment;
    if (!alignment) return 0;
    return (
      1 +
      this.allowed.of(
        JSON.stringify(alignment),
        () => new DayTable((date) => firstAllowed(date, alignment, this.calendar) ?? Number.NaN),
      )
    );
  }

  /** The first day that an alignment allows, on or after a date. */
  firstAllowed(alignment: number, date: number): number {
    return alignment === 0 ? date : (this.allowed.values[alignment - 1] as DayTable).at(date);
  }

  /** The instant for each date before alignment: of a time of day, or of the end of the allowed day. */
  timed(zone: number, alignment: number, time: TimeOfDay | "end"): DayTable {
    const key = `${zone} ${alignment} ${time}`;
    let table = this.instants.get(key);
    if (!table) {
      const days = this.days(zone);
      const instants = time === "end" ? days.starts : days.at(time);
      table = new DayTable((date) => {
        const allowed = this.firstAllowed(alignment, date);
        if (Number.isNaN(allowed)) return allowed;
        return instants.at(time === "end" ? addDays(allowed as LocalDate, 1) : allowed);
      });
      this.instants.set(key, table);
    }
    return table;
  }

  /** The date so many months from each date. */
  monthsFrom(months: number): DayTable {
    let table = this.months.get(months);
    if (!table) {
      table = new DayTable((date) => addMonths(date, months));
      this.months.set(months, table);
    }
    return table;
  }
}

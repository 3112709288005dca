/**
 * Moments as columns of numbers, and their working out without an object (calculations.md 2, whose step numbers stand
 * here): the compiled twin of time/moment.ts.
 */
import {
  clampDate,
  clampInstant,
  isNegative,
  isZero,
  type Moment,
  parseDate,
  type TimeOfDay,
} from "../../time";
import type { MomentPlace } from "../enrollee";
import type { PreparedCourse } from "../prepare";
import type { DayTable } from "./day-table";
import { type Numbering, partName } from "./people";
import type { SchoolDays } from "./school-days";

/** Where a moment's count begins, as a number. */
export const ANCHOR = {
  enrolled: 0,
  paid: 1,
  started: 2,
  access: 3,
  opened: 4,
  completed: 5,
  completedCourse: 6,
  passed: 7,
  staff: 8,
  /** A signal, or a later part of the order that was paid: both are known by a name's number. */
  signal: 9,
  /** A date, whose end counts for {@link dateAtEnd}. */
  date: 10,
  dateAtEnd: 11,
  /** It cannot happen: no such item, no cohort, or a circle. */
  never: 12,
} as const;

/** How a moment's offset counts. */
const NONE = 0;
const ELAPSED = 1;
const DAYS = 2;

/** Zones of moments that have none of their own. */
const CLOCK = -1;
const ENROLLEE = -2;

/** What a person's moments are worked out with: filled anew for each. */
export interface Anchors {
  enrolledAt: number;
  paidAt: number;
  startedAt: number;
  accessFrom: number;
  completedCourse: number;
  /** By item number; signals by name number. Not a number: it has not happened. */
  opened: Float64Array;
  openedFrom: number;
  completed: Float64Array;
  passed: Float64Array;
  staffOpens: Float64Array;
  signals: Float64Array;
  clock: number;
  zone: number;
  pauses: number;
  pauseBegins: Float64Array;
  pauseEnds: Float64Array;
}

/** The moments of one course, as columns. A moment is its place in them. */
export class Moments {
  readonly anchor: number[] = [];
  private readonly ref: number[] = [];
  private readonly date: number[] = [];
  private readonly shift: number[] = [];
  private readonly elapsed: number[] = [];
  private readonly months: (DayTable | null)[] = [];
  private readonly days: number[] = [];
  /** -1: the anchor's own local time. */
  private readonly time: number[] = [];
  private readonly alignment: number[] = [];
  private readonly dayEnd: number[] = [];
  /** An instant anchor and an offset that does not go back: never before the anchor. */
  private readonly counts: number[] = [];
  private readonly full: number[] = [];
  private readonly bare: number[] = [];
  private readonly pausable: number[] = [];
  private readonly zoneOf: number[] = [];
  /** By moment and zone: the instant for each date before alignment, where the time of day is one for all. */
  private readonly tables: (DayTable | undefined)[][] = [];

  constructor(
    private readonly course: PreparedCourse,
    private readonly school: SchoolDays,
    private readonly names: Numbering<string>,
  ) {}

  /** Adds a moment and answers its number. `item` is the number of the one that carries it; -1: none. */
  add(moment: Moment, place: MomentPlace, item: number, circular = false): number {
    const number = this.anchor.length;
    const { course } = this;
    const [anchor, ref, date] = circular
      ? ([ANCHOR.never, -1, 0] as const)
      : this.read(moment, item);
    const ofDate = anchor === ANCHOR.date || anchor === ANCHOR.dateAtEnd;
    const { offset } = moment;
    const inGate = place === "gate";
    const counts = !ofDate && (offset === null || !isNegative(offset));
    this.anchor.push(anchor);
    this.ref.push(ref);
    this.date.push(date);
    this.shift.push(offset === null ? NONE : offset.kind === "time" ? ELAPSED : DAYS);
    this.elapsed.push(offset?.kind === "time" ? offset.ms : 0);
    const months = offset?.kind === "date" ? offset.months : 0;
    this.months.push(months === 0 ? null : this.school.monthsFrom(months));
    this.days.push(offset?.kind === "date" ? offset.days : 0);
    const release = inGate ? course.releaseHour : null;
    this.time.push(moment.at ?? release ?? (ofDate ? 0 : -1));
    this.alignment.push(this.school.alignment(moment));
    this.dayEnd.push(moment.dayEnd ? 1 : 0);
    this.counts.push(counts ? 1 : 0);
    this.full.push(inGate && course.fullDays && counts ? 1 : 0);
    const aligned = moment.at !== null || moment.alignment !== null || moment.dayEnd;
    const nothing = offset === null || (offset.kind === "date" && isZero(offset));
    this.bare.push(
      !aligned && (ofDate ? anchor === ANCHOR.dateAtEnd && nothing : offset === null) ? 1 : 0,
    );
    this.pausable.push(place !== "validity" && !ofDate ? 1 : 0);
    const { zone } = moment;
    this.zoneOf.push(
      zone === null
        ? CLOCK
        : zone === "enrollee"
          ? ENROLLEE
          : this.school.zone(zone === "school" ? course.schoolZone : zone),
    );
    this.tables.push([]);
    return number;
  }

  private read({ anchor }: Moment, item: number): readonly [number, number, number] {
    const { course, names } = this;
    const never = [ANCHOR.never, -1, 0] as const;
    switch (anchor.from) {
      case "enrolled":
      case "started":
      case "access":
        return [ANCHOR[anchor.from], -1, 0];
      case "paid":
        return anchor.part === undefined
          ? [ANCHOR.paid, -1, 0]
          : [ANCHOR.signal, names.of(partName(anchor.part), () => ""), 0];
      case "completed":
        if (anchor.item === course.id) return [ANCHOR.completedCourse, -1, 0];
        break;
      case "staff":
        return item === -1 ? never : [ANCHOR.staff, item, 0];
      case "signal":
        return [ANCHOR.signal, names.of(`signal ${anchor.name}`, () => anchor.name), 0];
      case "date": {
        const date = parseDate(anchor.date);
        return date.ok ? [ANCHOR.date, -1, date.value] : never;
      }
      case "cohort-start":
        return course.cohort ? [ANCHOR.date, -1, course.cohort.starts] : never;
      case "cohort-end":
        return course.cohort ? [ANCHOR.dateAtEnd, -1, course.cohort.ends] : never;
    }
    const number = course.numbers.get(anchor.item);
    return number === undefined ? never : [ANCHOR[anchor.from], number, 0];
  }

  /** Whether a moment counts whole days, to one time of day in the course's clock, from enrolling or access. */
  isPlain(m: number): boolean {
    const anchor = this.anchor[m];
    return (
      (anchor === ANCHOR.enrolled || anchor === ANCHOR.access) &&
      this.bare[m] === 0 &&
      this.shift[m] !== ELAPSED &&
      this.months[m] === null &&
      this.counts[m] === 1 &&
      this.full[m] === 0 &&
      this.dayEnd[m] === 0 &&
      this.zoneOf[m] === CLOCK &&
      (this.time[m] as number) >= 0
    );
  }

  /** Whether two moments have one table in each zone. */
  isTimedAlike(a: number, b: number): boolean {
    return (
      this.alignment[a] === this.alignment[b] &&
      this.time[a] === this.time[b] &&
      this.dayEnd[a] === this.dayEnd[b]
    );
  }

  daysOf(m: number): number {
    return this.days[m] as number;
  }

  /** The instant an anchor stands for; for a date its first instant is not asked: see {@link instant}. */
  anchorOf(m: number, of: Anchors): number {
    const ref = this.ref[m] as number;
    switch (this.anchor[m]) {
      case ANCHOR.enrolled:
        return of.enrolledAt;
      case ANCHOR.paid:
        return of.paidAt;
      case ANCHOR.started:
        return of.startedAt;
      case ANCHOR.access:
        return of.accessFrom;
      case ANCHOR.opened:
        return of.opened[of.openedFrom + ref] as number;
      case ANCHOR.completed:
        return of.completed[ref] as number;
      case ANCHOR.completedCourse:
        return of.completedCourse;
      case ANCHOR.passed:
        return of.passed[ref] as number;
      case ANCHOR.staff:
        return of.staffOpens[ref] as number;
      case ANCHOR.signal:
        return of.signals[ref] as number;
      default:
        return Number.NaN;
    }
  }

  /** The instant of a moment for a person; not a number while it waits. */
  instant(m: number, of: Anchors): number {
    const anchor = this.anchor[m] as number;
    if (anchor === ANCHOR.never) return Number.NaN;
    const own = this.zoneOf[m] as number;
    const zone = own === CLOCK ? of.clock : own === ENROLLEE ? of.zone : own;
    if (anchor >= ANCHOR.date) return this.fromDate(m, zone);
    const a = this.anchorOf(m, of);
    if (Number.isNaN(a) || this.bare[m] === 1) return a;
    if (this.shift[m] === ELAPSED) return this.afterElapsed(m, a, of);
    return this.afterDays(m, a, zone, of);
  }

  private fromDate(m: number, zone: number): number {
    const days = this.school.days(zone);
    const date = this.date[m] as number;
    const atEnd = this.anchor[m] === ANCHOR.dateAtEnd;
    if (this.bare[m] === 1) return days.starts.at(clampDate(date + 1));
    if (this.shift[m] === ELAPSED)
      return clampInstant(
        days.starts.at(atEnd ? clampDate(date + 1) : date) + (this.elapsed[m] as number),
      );
    return this.timed(m, zone).at(this.shifted(m, date));
  }

  /** Step 2, with step 9's exact lengths. */
  private afterElapsed(m: number, a: number, of: Anchors): number {
    let instant: number = clampInstant(a + (this.elapsed[m] as number));
    if (this.pausable[m] === 1)
      for (let i = 0; i < of.pauses; i++) {
        const begins = of.pauseBegins[i] as number;
        const ends = of.pauseEnds[i] as number;
        if (begins < instant && ends > a)
          instant = clampInstant(instant + ends - Math.max(begins, a));
      }
    return instant;
  }

  private shifted(m: number, date: number): number {
    const months = this.months[m];
    return clampDate((months ? months.at(date) : date) + (this.days[m] as number));
  }

  /** Steps 3 to 9. */
  private afterDays(m: number, a: number, zone: number, of: Anchors): number {
    const days = this.school.days(zone);
    const date = days.dateAt(a);
    const start = this.shifted(m, date);
    const fixed = this.time[m] as number;
    const time = fixed >= 0 || this.dayEnd[m] === 1 ? fixed : days.timeAt(a, date);
    let instant = this.follow(m, start, time, a, date, zone);
    if (of.pauses === 0 || this.pausable[m] === 0) return instant;
    let paused = 0;
    for (let i = 0; i < of.pauses; i++) {
      if (Number.isNaN(instant)) break;
      const begins = of.pauseBegins[i] as number;
      const ends = of.pauseEnds[i] as number;
      if (begins >= instant || ends <= a) continue;
      const stood = days.dateAt(ends) - days.dateAt(Math.max(begins, a));
      paused += stood;
      if (stood !== 0) instant = this.follow(m, clampDate(start + paused), time, a, date, zone);
    }
    return instant;
  }

  /** Steps 4 to 8 from a date. `anchorDate` is the anchor's own. */
  private follow(
    m: number,
    date: number,
    time: number,
    a: number,
    anchorDate: number,
    zone: number,
  ): number {
    const fixed = (this.time[m] as number) >= 0;
    if (this.dayEnd[m] === 1) return this.timed(m, zone).at(date);
    const days = this.school.days(zone);
    const alignment = this.alignment[m] as number;
    let instant: number;
    if (fixed) instant = this.timed(m, zone).at(date);
    else {
      const allowed = this.school.firstAllowed(alignment, date);
      if (Number.isNaN(allowed)) return allowed;
      instant = days.instantOf(allowed, time);
    }
    if (Number.isNaN(instant) || this.counts[m] === 0) return instant;
    if (this.full[m] === 1) {
      const least = days.instantOf(date, days.timeAt(a, anchorDate));
      let day = this.school.firstAllowed(alignment, date);
      while (instant < least) {
        const later = clampDate(day + 1);
        if (later === day) break;
        day = this.school.firstAllowed(alignment, later);
        if (Number.isNaN(day)) return day;
        instant = days.instantOf(day, time);
      }
    }
    return instant < a ? a : instant;
  }

  /** Steps 4 and 5, or 8, of a moment in a zone, for every date before alignment. */
  timed(m: number, zone: number): DayTable {
    const ofMoment = this.tables[m] as (DayTable | undefined)[];
    return ofMoment[zone] ?? this.makeTimed(m, zone, ofMoment);
  }

  private makeTimed(m: number, zone: number, ofMoment: (DayTable | undefined)[]): DayTable {
    const table = this.school.timed(
      zone,
      this.alignment[m] as number,
      this.dayEnd[m] === 1 ? "end" : (this.time[m] as TimeOfDay),
    );
    ofMoment[zone] = table;
    return table;
  }
}

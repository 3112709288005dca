/** A course compiled for many people at once: items, gates and closings as columns of numbers. */
import type { Moment } from "../../time";
import { instantAt, startOfDay, type TimeOfDay } from "../../time";
import { cohortEnd } from "../access-end";
import type { PreparedCourse } from "../prepare";
import type { DayTable } from "./day-table";
import { ANCHOR, Moments } from "./moments";
import type { Numbering } from "./people";
import type { SchoolDays } from "./school-days";

/** How an item's own gate is worked out. */
export const GATE = {
  none: 0,
  /** One moment of whole days from enrolling, or from the start of access, to one time of day. */
  days: 1,
  daysFromAccess: 2,
  all: 3,
  any: 4,
} as const;

/** Modules at equal steps in the outline whose days grow by equal steps: a cadence. */
export interface GatedRun {
  item: number;
  itemStep: number;
  day: number;
  dayStep: number;
  count: number;
}

export class CompiledCourse {
  readonly count: number;
  /** Items in an order in which each opening comes after those it counts from. */
  readonly order: Int32Array;
  /** The number of its module; -1 for a module. */
  readonly module: Int32Array;
  readonly gate: Uint8Array;
  /** For whole days: how many. */
  readonly days: Int32Array;
  /** The moments of an item's gate stand in `when` from here to before the next item's. */
  readonly from: Int32Array;
  readonly when: number[] = [];
  /** The moment at which an item closes, or is due; -1: none. */
  readonly closes: Int32Array;
  readonly due: Int32Array;
  readonly sample: Uint8Array;
  readonly required: Uint8Array;
  readonly holds: Uint8Array;
  /** The lessons that wait by their place for somebody who has completed nothing. */
  readonly heldLessons: Int32Array;
  readonly moments: Moments;
  readonly validity: number[];
  /** No item needs more than whole days and a place. */
  readonly isPlain: boolean;
  /** All gates count whole days from one anchor to one time of day: the first that does; -1: they do not. */
  readonly lead: number;
  /** Items apart by what they need, so that each lot is one short loop: modules and lessons, with such a gate or none. */
  readonly gatedModules: readonly GatedRun[];
  readonly freeModules: Int32Array;
  readonly gatedLessons: Int32Array;
  readonly freeLessons: Int32Array;
  /** The least and the most days of such gates. */
  readonly leastDays: number;
  readonly mostDays: number;
  readonly schoolZone: number;
  readonly usesSchoolClock: boolean;
  readonly hasSamples: boolean;
  /** Something closes by itself, or is due: otherwise items end with access. */
  readonly hasClosings: boolean;
  /** The numbers of items by name, and of the course; -1 for other names. */
  private itemOfName = new Int32Array(0);
  private readonly ownValidities = new Map<readonly Moment[], number[]>();
  /** By zone: the latest of the cohort's first day and the day the course opens; minus infinity for none. */
  private readonly fixedStarts: number[] = [];
  private readonly fixedEnds: number[] = [];
  private readonly tables: (DayTable | null)[][] = [];

  constructor(
    readonly course: PreparedCourse,
    readonly school: SchoolDays,
    private readonly names: Numbering<string>,
  ) {
    const { items } = course;
    this.count = items.length;
    this.order = Int32Array.from(course.order);
    this.module = Int32Array.from(items, ({ module }) => module);
    this.sample = Uint8Array.from(items, ({ sample }) => Number(sample));
    this.required = Uint8Array.from(items, ({ required }) => Number(required));
    this.holds = Uint8Array.from(items, ({ holds }) => Number(holds));
    const holding = items.findIndex(({ holds }) => holds);
    this.heldLessons = Int32Array.from(
      [...items.keys()].filter((i) => holding >= 0 && i > holding && items[i]?.kind === "lesson"),
    );
    this.gate = new Uint8Array(this.count);
    this.days = new Int32Array(this.count);
    this.from = new Int32Array(this.count + 1);
    this.moments = new Moments(course, school, names);
    items.forEach((item, number) => {
      this.from[number] = this.when.length;
      for (const { moment, circular } of item.gate?.when ?? [])
        this.when.push(this.moments.add(moment, "gate", number, circular));
      this.gate[number] = this.gateKind(number, item.gate?.need ?? null);
    });
    this.from[this.count] = this.when.length;
    this.closes = Int32Array.from(items, ({ closes }, i) =>
      closes ? this.moments.add(closes, "closing", i) : -1,
    );
    this.due = Int32Array.from(items, ({ due }, i) => (due ? this.moments.add(due, "due", i) : -1));
    this.validity = this.addValidity(course.validity);
    this.schoolZone = school.zone(course.schoolZone);
    this.usesSchoolClock = course.clock === "school";
    this.hasSamples = this.sample.includes(1);
    this.isPlain = !this.hasSamples && this.gate.every((kind) => kind <= GATE.daysFromAccess);
    const some = (is: (i: number) => boolean) => Int32Array.from([...this.gate.keys()].filter(is));
    const isGated = (i: number) => this.gate[i] !== GATE.none;
    const isModule = (i: number) => (this.module[i] as number) < 0;
    this.gatedModules = runsOf(
      some((i) => isModule(i) && isGated(i)),
      this.days,
    );
    this.freeModules = some((i) => isModule(i) && !isGated(i));
    this.gatedLessons = some((i) => !isModule(i) && isGated(i));
    this.freeLessons = some((i) => !isModule(i) && !isGated(i));
    const gated = [...some(isGated)];
    const [lead] = gated;
    const alike =
      this.isPlain &&
      lead !== undefined &&
      gated.every((i) => this.gate[i] === this.gate[lead] && this.isTimedAlike(i, lead));
    this.lead = alike ? lead : -1;
    const days = gated.map((i) => this.days[i] as number);
    this.leastDays = Math.min(...days);
    this.mostDays = Math.max(...days);
    this.hasClosings = this.closes.some((m) => m >= 0);
  }

  private gateKind(item: number, need: "all" | "any" | null): number {
    if (need === null) return GATE.none;
    const [only, second] = this.when.slice(this.from[item]);
    if (only !== undefined && second === undefined && this.moments.isPlain(only)) {
      this.days[item] = this.moments.daysOf(only);
      return this.moments.anchor[only] === ANCHOR.enrolled ? GATE.days : GATE.daysFromAccess;
    }
    return need === "all" ? GATE.all : GATE.any;
  }

  /** The only moment of an item's gate of whole days. */
  onlyMoment(item: number): number {
    return this.when[this.from[item] as number] as number;
  }

  private isTimedAlike(a: number, b: number): boolean {
    return this.moments.isTimedAlike(this.onlyMoment(a), this.onlyMoment(b));
  }

  /** In a clock, for each item whose gate counts whole days: the instant for each date before alignment. */
  tablesOf(clock: number): readonly (DayTable | null)[] {
    const found = this.tables[clock];
    if (found) return found;
    const made = Array.from(this.gate, (kind, i) =>
      kind === GATE.days || kind === GATE.daysFromAccess
        ? this.moments.timed(this.onlyMoment(i), clock)
        : null,
    );
    this.tables[clock] = made;
    return made;
  }

  private addValidity(validity: readonly Moment[]): number[] {
    return validity.map((moment) => this.moments.add(moment, "validity", -1));
  }

  /** The moments of somebody's own validity. */
  ownValidity(validity: readonly Moment[]): number[] {
    let found = this.ownValidities.get(validity);
    if (!found) {
      found = this.addValidity(validity);
      this.ownValidities.set(validity, found);
    }
    return found;
  }

  /** The item of each name: its number, `count` for the course itself, -1 for what is not in it. */
  get items(): Int32Array {
    const { values } = this.names;
    if (this.itemOfName.length < values.length) {
      const { course } = this;
      this.itemOfName = Int32Array.from(values, (name, number) =>
        this.names.find(`item ${name}`) !== number
          ? -1
          : name === course.id
            ? this.count
            : (course.numbers.get(name) ?? -1),
      );
    }
    return this.itemOfName;
  }

  /** When access can begin at the earliest, in a clock: cohort and opening day; minus infinity where nothing says. */
  fixedStart(zone: number): number {
    const known = this.fixedStarts[zone];
    if (known !== undefined) return known;
    const { cohort, opensOn, releaseHour } = this.course;
    const clock = this.school.days(zone).zone;
    const start = Math.max(
      cohort ? startOfDay(clock, cohort.starts) : Number.NEGATIVE_INFINITY,
      opensOn === null
        ? Number.NEGATIVE_INFINITY
        : instantAt(clock, opensOn, releaseHour ?? (0 as TimeOfDay)),
    );
    this.fixedStarts[zone] = start;
    return start;
  }

  /** When the cohort ends access, in a clock; not a number where it does not. */
  cohortEnd(zone: number): number {
    const known = this.fixedEnds[zone];
    if (known !== undefined) return known;
    const end = cohortEnd(this.course, this.school.days(zone).zone) ?? Number.NaN;
    this.fixedEnds[zone] = end;
    return end;
  }
}

/** Parts items into runs, each as long as its steps stay what they are. */
function runsOf(items: Int32Array, days: Int32Array): GatedRun[] {
  const runs: GatedRun[] = [];
  for (const item of items) {
    const day = days[item] as number;
    const last = runs.at(-1);
    if (last?.count === 1) {
      last.itemStep = item - last.item;
      last.dayStep = day - last.day;
    }
    if (
      last &&
      item === last.item + last.count * last.itemStep &&
      day === last.day + last.count * last.dayStep
    )
      last.count += 1;
    else runs.push({ item, itemStep: 0, day, dayStep: 0, count: 1 });
  }
  return runs;
}

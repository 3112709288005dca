/** What has happened to one person, folded from events into columns that are used again for the next. */
import { EVENT_TYPES, type PlanEvent } from "../../plan";
import type { CompiledCourse } from "./compile";
import type { Anchors } from "./moments";
import type { People } from "./people";
import type { ZoneDays } from "./zone-days";

const RANK = Object.fromEntries(EVENT_TYPES.map((type, rank) => [type, rank])) as Record<
  PlanEvent["type"],
  number
>;
const {
  completed: COMPLETED,
  uncompleted: UNCOMPLETED,
  passed: PASSED,
  "opened-by-staff": OPENED_BY_STAFF,
  "staff-opening-taken-back": TAKEN_BACK,
  signal: SIGNAL,
  "part-paid": PART_PAID,
  paused: PAUSED,
  resumed: RESUMED,
  suspended: SUSPENDED,
  unsuspended: UNSUSPENDED,
  extended: EXTENDED,
  renewed: RENEWED,
  "end-set": END_SET,
  revoked: REVOKED,
  restored: RESTORED,
} = RANK;

/** The kinds of events that move the end of access. */
export const END_EVENT = { extended: EXTENDED, renewed: RENEWED, endSet: END_SET };

export class Person implements Anchors {
  enrolledAt = 0;
  paidAt = Number.NaN;
  startedAt = Number.NaN;
  accessFrom = Number.NaN;
  completedCourse = Number.NaN;
  opened: Float64Array = new Float64Array(0);
  openedFrom = 0;
  readonly completed: Float64Array;
  readonly passed: Float64Array;
  readonly ticked: Uint8Array;
  readonly staffOpens: Float64Array;
  readonly staffCloses: Float64Array;
  /** 1 where an opening by staff stands. */
  readonly staff: Uint8Array;
  signals = new Float64Array(0);
  clock = 0;
  zone = 0;
  pauses = 0;
  pauseBegins = new Float64Array(8);
  pauseEnds = new Float64Array(8);
  /** The local dates of each pause's begin and end in the clock, once {@link datePauses} has been asked. */
  pauseBeganOn = new Int32Array(8);
  pauseEndedOn = new Int32Array(8);
  paused = false;
  suspended = false;
  /** The events that move the end, by number. */
  ends = new Int32Array(8);
  endCount = 0;
  revokedAt = Number.NaN;
  progress = 0;
  /** What each lesson's place in the order says: the latest completion before it, and whether one is missing. */
  readonly placeKnown: Float64Array;
  readonly placeMissing: Uint8Array;
  readonly done: Uint8Array;
  /** Staff have opened something. */
  isHelped = false;
  private isClean = true;

  constructor(private readonly items: number) {
    const none = () => new Float64Array(items).fill(Number.NaN);
    this.completed = none();
    this.passed = none();
    this.staffOpens = none();
    this.staffCloses = none();
    this.ticked = new Uint8Array(items);
    this.staff = new Uint8Array(items);
    this.placeKnown = none();
    this.placeMissing = new Uint8Array(items);
    this.done = new Uint8Array(items);
  }

  /** Room for the signals of so many names. */
  roomFor(names: number): void {
    if (this.signals.length < names) this.signals = new Float64Array(names).fill(Number.NaN);
  }

  /** Forgets what has happened, where anything has. */
  clear(): void {
    if (this.isClean) return;
    this.completed.fill(Number.NaN);
    this.passed.fill(Number.NaN);
    this.staffOpens.fill(Number.NaN);
    this.staffCloses.fill(Number.NaN);
    this.signals.fill(Number.NaN);
    this.ticked.fill(0);
    this.staff.fill(0);
    this.done.fill(0);
    this.pauses = 0;
    this.paused = false;
    this.suspended = false;
    this.isHelped = false;
    this.endCount = 0;
    this.revokedAt = Number.NaN;
    this.completedCourse = Number.NaN;
    this.progress = 0;
    this.isClean = true;
  }

  /** Folds the events of person p up to and at `now` (the twin of history.ts). */
  fold(people: People, p: number, course: CompiledCourse, now: number): void {
    this.isClean = false;
    const { type, at, ref, x, y } = people;
    const itemOf = course.items;
    const last = people.first[p + 1] as number;
    let pauseBegan = Number.NaN;
    let suspended = false;
    let e = people.first[p] as number;
    // What begins and ends at one instant is looked at together.
    while (e < last && (at[e] as number) <= now) {
      const instant = at[e] as number;
      let begun = false;
      let ended = false;
      let suspends = false;
      let unsuspends = false;
      for (; e < last && at[e] === instant; e++) {
        const name = ref[e] as number;
        switch (type[e]) {
          case PASSED:
          case COMPLETED:
          case UNCOMPLETED:
          case OPENED_BY_STAFF:
          case TAKEN_BACK:
            this.happened(
              type[e] as number,
              itemOf[name] as number,
              instant,
              x[e] as number,
              y[e] as number,
            );
            break;
          case SIGNAL:
          case PART_PAID:
            if (Number.isNaN(this.signals[name])) this.signals[name] = instant;
            break;
          case EXTENDED:
          case RENEWED:
          case END_SET:
            if (this.endCount === this.ends.length) this.ends = grown(this.ends, Int32Array);
            this.ends[this.endCount++] = e;
            break;
          case REVOKED:
            this.revokedAt = instant;
            break;
          case RESTORED:
            this.revokedAt = Number.NaN;
            break;
          case PAUSED:
            begun = true;
            break;
          case RESUMED:
            ended = true;
            break;
          case SUSPENDED:
            suspends = true;
            break;
          case UNSUSPENDED:
            unsuspends = true;
            break;
        }
      }
      if (!Number.isNaN(pauseBegan) && ended) {
        this.addPause(pauseBegan, instant);
        pauseBegan = begun ? instant : Number.NaN;
      } else if (Number.isNaN(pauseBegan) && begun && !ended) pauseBegan = instant;
      // Begin and end at one instant: where a suspension runs, the next one begins; where none runs, it is over at once.
      if (suspends || unsuspends)
        suspended = suspended ? suspends || !unsuspends : suspends && !unsuspends;
    }
    this.suspended = suspended;
    if (!Number.isNaN(pauseBegan)) {
      this.addPause(pauseBegan, now);
      this.paused = true;
    }
  }

  private happened(type: number, item: number, at: number, x: number, y: number): void {
    if (item < 0) return;
    if (item === this.items) {
      // The course itself.
      const completes = type === COMPLETED || type === PASSED;
      if (completes && Number.isNaN(this.completedCourse)) this.completedCourse = at;
      return;
    }
    if (type === OPENED_BY_STAFF) {
      this.staff[item] = 1;
      this.isHelped = true;
      this.staffOpens[item] = x;
      this.staffCloses[item] = y;
    } else if (type === TAKEN_BACK) {
      this.staff[item] = 0;
      this.staffOpens[item] = Number.NaN;
      this.staffCloses[item] = Number.NaN;
    } else if (type === UNCOMPLETED) this.ticked[item] = 0;
    else {
      if (type === PASSED && Number.isNaN(this.passed[item])) this.passed[item] = at;
      if (Number.isNaN(this.completed[item])) this.completed[item] = at;
      this.ticked[item] = 1;
    }
  }

  private addPause(begins: number, ends: number): void {
    if (this.pauses === this.pauseBegins.length) {
      this.pauseBegins = grown(this.pauseBegins, Float64Array);
      this.pauseEnds = grown(this.pauseEnds, Float64Array);
      this.pauseBeganOn = grown(this.pauseBeganOn, Int32Array);
      this.pauseEndedOn = grown(this.pauseEndedOn, Int32Array);
    }
    this.pauseBegins[this.pauses] = begins;
    this.pauseEnds[this.pauses++] = ends;
  }

  /** Works out on which local days the pauses begin and end. */
  datePauses(days: ZoneDays): void {
    for (let i = 0; i < this.pauses; i++) {
      this.pauseBeganOn[i] = days.dateAt(this.pauseBegins[i] as number);
      this.pauseEndedOn[i] = days.dateAt(this.pauseEnds[i] as number);
    }
  }

  /** Completions of modules and course, ticks and progress, from those of lessons (the twin of completion.ts). */
  complete({ count, module, required }: CompiledCourse): void {
    const { completed, ticked, done } = this;
    let latest = Number.NEGATIVE_INFINITY;
    let all = true;
    let modules = 0;
    this.progress = 0;
    for (let i = 0; i < count; ) {
      // A module, then its lessons.
      const m = i++;
      let last = Number.NEGATIVE_INFINITY;
      let known = true;
      let of = 0;
      let on = 0;
      for (; i < count && module[i] === m; i++) {
        done[i] = ticked[i] as number;
        if (required[i] === 0) continue;
        const at = completed[i] as number;
        of += 1;
        on += ticked[i] as number;
        if (Number.isNaN(at)) known = false;
        else if (at > last) last = at;
      }
      this.progress += on;
      done[m] = of > 0 && on === of ? 1 : 0;
      if (of === 0) continue;
      modules += 1;
      const recorded = completed[m] as number;
      if (known && !(recorded < last)) completed[m] = last;
      const at = completed[m] as number;
      if (Number.isNaN(at)) all = false;
      else if (at > latest) latest = at;
    }
    if (modules > 0 && all && !(this.completedCourse < latest)) this.completedCourse = latest;
  }

  /** Each item's place in the order, in one pass through the outline. */
  places({ count, holds }: CompiledCourse): void {
    let known = Number.NaN;
    let missing = 0;
    for (let i = 0; i < count; i++) {
      this.placeKnown[i] = known;
      this.placeMissing[i] = missing;
      if (holds[i] === 0) continue;
      const at = this.completed[i] as number;
      if (Number.isNaN(at)) missing = 1;
      else if (!(known >= at)) known = at;
    }
  }
}

function grown<T extends Int32Array | Float64Array>(array: T, make: new (length: number) => T): T {
  const larger = new make(array.length * 2);
  larger.set(array);
  return larger;
}

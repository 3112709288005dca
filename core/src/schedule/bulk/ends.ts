/** When a person's access ends: the compiled twin of access-end.ts, with ends in columns. */
import type { Instant, LocalDate, Offset } from "../../time";
import { addDays, startOfDay } from "../../time";
import { endAfter, inDays, moveEnd, paidEnd } from "../access-end";
import type { CompiledCourse } from "./compile";
import type { People } from "./people";
import { END_EVENT, type Person } from "./person";

const ZERO = inDays(0);

/** The ends of one person as they stand: used again for the next. */
export class Ends {
  private count = 0;
  private instants = new Float64Array(8);
  /** The instant each counts from; not a number: the end of a date, a cohort or a paid period. */
  private counted = new Float64Array(8);

  /** The end of access of person p; not a number: none. Openings must have been worked out. */
  of(people: People, p: number, course: CompiledCourse, person: Person): number {
    this.count = 0;
    this.candidates(people, p, course, person);
    if (person.pauses > 0 || person.endCount > 0) this.change(people, course, person);
    const until = this.earliest();
    const { revokedAt } = person;
    return !Number.isNaN(revokedAt) && !(until <= revokedAt) ? revokedAt : until;
  }

  private candidates(people: People, p: number, course: CompiledCourse, person: Person): void {
    const own = people.validity[p] as number;
    const { moments } = course;
    const validity =
      own === -1 ? course.validity : course.ownValidity(people.validities[own] ?? []);
    for (let i = 0; i < validity.length; i++) {
      const m = validity[i] as number;
      const instant = moments.instant(m, person);
      if (!Number.isNaN(instant)) this.add(instant, moments.anchorOf(m, person));
    }
    const byCohort = course.cohortEnd(person.clock);
    if (!Number.isNaN(byCohort)) this.add(byCohort, Number.NaN);
    const through = people.paidThrough[p] as number;
    if (!Number.isNaN(through)) {
      const { zone } = course.school.days(person.clock);
      this.add(paidEnd(through as LocalDate, people.grace[p] as number, zone), Number.NaN);
    }
  }

  private add(instant: number, counted: number): void {
    if (this.count === this.instants.length) {
      this.instants = larger(this.instants);
      this.counted = larger(this.counted);
    }
    this.instants[this.count] = instant;
    this.counted[this.count++] = counted;
  }

  private earliest(): number {
    let first = Number.NaN;
    for (let i = 0; i < this.count; i++)
      if (!(first <= (this.instants[i] as number))) first = this.instants[i] as number;
    return first;
  }

  /** Pauses, at their begin, and events, in the order in which they happen; at one instant the pause comes first. */
  private change(people: People, course: CompiledCourse, person: Person): void {
    let [pause, event] = [0, 0];
    while (pause < person.pauses || event < person.endCount) {
      const e = person.ends[event] as number;
      if (
        event >= person.endCount ||
        (pause < person.pauses && (person.pauseBegins[pause] as number) <= (people.at[e] as number))
      ) {
        this.pause(
          course,
          person.clock,
          person.pauseBegins[pause] as number,
          person.pauseEnds[pause] as number,
        );
        pause += 1;
      } else {
        this.apply(people, e, course, person.clock);
        event += 1;
      }
    }
  }

  private pause(course: CompiledCourse, clock: number, begins: number, ends: number): void {
    const days = course.school.days(clock);
    for (let i = 0; i < this.count; i++) {
      const [instant, counted] = [this.instants[i] as number, this.counted[i] as number];
      if (Number.isNaN(counted) || begins >= instant || ends <= counted) continue;
      const stood = days.dateAt(ends) - days.dateAt(Math.max(begins, counted));
      this.instants[i] = moveEnd(instant as Instant, inDays(stood), days.zone);
    }
  }

  private apply(people: People, e: number, course: CompiledCourse, clock: number): void {
    const { zone } = course.school.days(clock);
    const through = people.x[e] as number;
    if (people.type[e] === END_EVENT.endSet) {
      this.become(startOfDay(zone, addDays(through as LocalDate, 1)), Number.NaN);
      return;
    }
    // Where there is no end, there is nothing to extend.
    const end = this.earliest();
    if (Number.isNaN(end)) return;
    let counted = Number.NaN;
    for (let i = this.count - 1; i >= 0; i--)
      if (this.instants[i] === end) counted = this.counted[i] as number;
    if (people.type[e] === END_EVENT.extended && !Number.isNaN(through)) {
      const instant = startOfDay(zone, addDays(through as LocalDate, 1));
      if (instant > end) this.become(instant, Number.NaN);
      else this.become(end, counted);
      return;
    }
    const at = people.at[e] as Instant;
    const offset: Offset = people.offsets[people.ref[e] as number] ?? ZERO;
    const limit =
      people.type[e] === END_EVENT.renewed
        ? moveEnd(end as Instant, inDays(people.y[e] as number), zone)
        : end;
    if (limit <= at) this.become(endAfter(at, offset, zone), at);
    else this.become(moveEnd(end as Instant, offset, zone), counted);
  }

  /** One end is left. */
  private become(instant: number, counted: number): void {
    this.count = 0;
    this.add(instant, counted);
  }
}

function larger(array: Float64Array): Float64Array<ArrayBuffer> {
  const made = new Float64Array(array.length * 2);
  made.set(array);
  return made;
}

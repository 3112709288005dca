/** One pass over people who may have a history: each in turn, with columns that are used again for the next. */
import { clampDate } from "../../time";
import { type BulkAnswer, CLOSED, OPEN, stateIn } from "./answer";
import { type CompiledCourse, GATE } from "./compile";
import type { DayTable } from "./day-table";
import { Ends } from "./ends";
import { fillFromTable } from "./lane";
import type { People } from "./people";
import { Person } from "./person";

export class Run {
  private readonly person: Person;
  private readonly ends = new Ends();
  private readonly wantsAccess: boolean;
  /** The local dates of enrolling and of the start of access, in the clock. */
  private enrolledOn = 0;
  private accessOn = 0;

  constructor(
    private readonly people: People,
    private readonly now: number,
    private readonly answer: BulkAnswer,
  ) {
    this.person = new Person(answer.items);
    this.person.opened = answer.opens;
    this.person.roomFor(people.names.values.length);
    this.waitingFrom = new Float64Array(answer.items);
    this.wantsAccess = answer.accessUntil.length > 0;
  }

  one(p: number, course: CompiledCourse, zone: number): void {
    const { people, now, answer, person } = this;
    person.clear();
    person.zone = zone;
    person.clock = course.usesSchoolClock ? course.schoolZone : zone;
    person.openedFrom = p * answer.items;
    person.enrolledAt = people.enrolledAt[p] as number;
    person.paidAt = happened(people.paidAt[p] as number, now);
    person.startedAt = happened(people.startedAt[p] as number, now);
    const eventful = people.first[p] !== people.first[p + 1];
    if (eventful) {
      person.fold(people, p, course, now);
      person.complete(course);
    }
    const known = this.start(p, course);
    const waits = Number.isNaN(person.accessFrom);
    const days = course.school.days(person.clock);
    this.enrolledOn = days.dateAt(person.enrolledAt);
    this.accessOn =
      waits || known === person.enrolledAt ? this.enrolledOn : days.dateAt(person.accessFrom);
    if (person.pauses > 0) person.datePauses(days);
    if (!eventful && course.isPlain && !waits && !answer.wanted.notBefore)
      this.plainOpenings(course);
    else if (course.isPlain && !waits && !answer.wanted.notBefore && !person.isHelped)
      this.lessonsInOrder(course);
    else {
      person.places(course);
      this.openings(course, known);
    }
    if (this.wantsAccess) this.access(p, course);
    if (answer.wanted.due) this.dues(course);
  }

  /** The start of access; what is known of it. */
  private start(p: number, course: CompiledCourse): number {
    const { person, people, answer } = this;
    let known = Math.max(person.enrolledAt, course.fixedStart(person.clock));
    let waits = false;
    if (people.needsPayment[p] === 1) {
      if (Number.isNaN(person.paidAt)) waits = true;
      else if (person.paidAt > known) known = person.paidAt;
    }
    person.accessFrom = waits ? Number.NaN : known;
    answer.accessFrom[p] = person.accessFrom;
    answer.accessKnownFrom[p] = known;
    return known;
  }

  /** Openings of somebody to whom nothing has happened, in a course of whole days: one run through the columns. */
  private plainOpenings(course: CompiledCourse): void {
    const { person } = this;
    const { count, gate, days, module, heldLessons, lead } = course;
    const opens = person.opened;
    const row = person.openedFrom | 0;
    const { accessFrom, clock } = person;
    const { enrolledOn, accessOn } = this;
    const tables = course.tablesOf(clock);
    const table = tables[lead];
    const on = lead >= 0 && gate[lead] === GATE.daysFromAccess ? accessOn : enrolledOn;
    // Access is never before enrolling, so the later of access and the instant is never before the anchor.
    if (table?.cover(on + course.leastDays, on + course.mostDays))
      fillFromTable(course, opens, row, accessFrom, table.values, (on - table.first) | 0);
    else
      for (let i = 0; i < count; i++) {
        const m = module[i] as number;
        let at = m < 0 ? accessFrom : (opens[row + m] as number);
        const kind = gate[i] as number;
        if (kind !== GATE.none) {
          const day = (kind === GATE.days ? enrolledOn : accessOn) + (days[i] as number);
          const timed = (tables[i] as DayTable).at(day);
          if (!(timed <= at)) at = timed;
        }
        opens[row + i] = at;
      }
    for (let k = 0; k < heldLessons.length; k++)
      opens[row + (heldLessons[k] as number)] = Number.NaN;
  }

  /**
   * Openings in a course of whole days, of somebody who has completed lessons or paused and has access: nothing waits
   * but lessons for their place in the order, which is found on the way.
   */
  private lessonsInOrder(course: CompiledCourse): void {
    const { person } = this;
    const { count, gate, days, module, holds } = course;
    const { opened: opens, openedFrom: row, accessFrom, completed } = person;
    const tables = course.tablesOf(person.clock);
    let known = Number.NaN;
    let missing = false;
    for (let i = 0; i < count; i++) {
      const m = module[i] as number;
      let at = m < 0 ? accessFrom : (opens[row + m] as number);
      const kind = gate[i] as number;
      if (kind !== GATE.none) {
        const timed = this.wholeDays(tables[i] as DayTable, days[i] as number, kind);
        if (!(timed <= at)) at = timed;
      }
      if (m >= 0) {
        if (missing) at = Number.NaN;
        else if (known > at) at = known;
        if (holds[i] === 1) {
          const done = completed[i] as number;
          if (Number.isNaN(done)) missing = true;
          else if (!(known >= done)) known = done;
        }
      }
      opens[row + i] = at;
    }
  }

  /** The latest known instant of items that wait: lessons ask their module's. */
  private readonly waitingFrom: Float64Array;

  /** Openings of anybody, in an order in which each comes after those it counts from. */
  private openings(course: CompiledCourse, known: number): void {
    const { order, sample, module, gate, days, from, when, moments } = course;
    const { person, waitingFrom } = this;
    const { placeMissing, placeKnown, staff, opened: opens, openedFrom: row, accessFrom } = person;
    const tables = course.tablesOf(person.clock);
    const wantsBefore = this.answer.wanted.notBefore === true;
    for (let k = 0; k < order.length; k++) {
      const i = order[k] as number;
      if (sample[i] === 1) {
        opens[row + i] = person.enrolledAt;
        if (wantsBefore) this.answer.notBefore[row + i] = Number.NaN;
        continue;
      }
      const m = module[i] as number;
      const above = m < 0 ? accessFrom : (opens[row + m] as number);
      let waits = Number.isNaN(above);
      let latest = !waits ? above : m < 0 ? known : (waitingFrom[m] as number);
      const kind = gate[i] as number;
      if (kind === GATE.days || kind === GATE.daysFromAccess) {
        const at = this.wholeDays(tables[i] as DayTable, days[i] as number, kind);
        if (Number.isNaN(at)) waits = true;
        else if (at > latest) latest = at;
      } else if (kind !== GATE.none) {
        let first = Number.NaN;
        let last = Number.NaN;
        let missing = false;
        const end = from[i + 1] as number;
        for (let w = from[i] as number; w < end; w++) {
          const at = moments.instant(when[w] as number, person);
          if (Number.isNaN(at)) missing = true;
          else {
            if (!(first <= at)) first = at;
            if (!(last >= at)) last = at;
          }
        }
        const at = kind === GATE.any ? first : missing ? Number.NaN : last;
        if (Number.isNaN(at)) waits = true;
        const part = Number.isNaN(at) ? last : at;
        if (part > latest) latest = part;
      }
      if (m >= 0) {
        if (placeMissing[i] === 1) waits = true;
        const place = placeKnown[i] as number;
        if (place > latest) latest = place;
      }
      let at = waits ? Number.NaN : latest;
      let before = waits ? latest : Number.NaN;
      if (staff[i] === 1) {
        const earliest = Math.max(person.staffOpens[i] as number, known);
        if (Number.isNaN(accessFrom)) {
          at = Number.NaN;
          before = earliest;
        } else if (!(at <= earliest)) {
          at = earliest;
          before = Number.NaN;
        }
      }
      opens[row + i] = at;
      waitingFrom[i] = before;
      if (wantsBefore) this.answer.notBefore[row + i] = before;
    }
  }

  /** A gate of whole days, with the pauses that stop its count (step 9). */
  private wholeDays(table: DayTable, days: number, kind: number): number {
    const { person } = this;
    const fromAccess = kind === GATE.daysFromAccess;
    const a = fromAccess ? person.accessFrom : person.enrolledAt;
    if (Number.isNaN(a)) return a;
    const on = fromAccess ? this.accessOn : this.enrolledOn;
    let day = clampDate(on + days);
    let at = table.at(day);
    if (at < a) at = a;
    for (let k = 0; k < person.pauses; k++) {
      const begins = person.pauseBegins[k] as number;
      if (!(begins < at) || (person.pauseEnds[k] as number) <= a) continue;
      const stood =
        (person.pauseEndedOn[k] as number) - (begins > a ? (person.pauseBeganOn[k] as number) : on);
      if (stood === 0) continue;
      day = clampDate(day + stood);
      at = table.at(day);
      if (at < a) at = a;
    }
    return at;
  }

  /** The end of access, closings, states and progress. */
  private access(p: number, course: CompiledCourse): void {
    const { answer, person, people, now } = this;
    const until = this.ends.of(people, p, course, person);
    answer.accessUntil[p] = until;
    answer.shutBy[p] = person.paused ? 1 : person.suspended ? 2 : 0;
    const shut = person.paused || person.suspended;
    const state = stateIn(now, person.accessFrom, until, shut);
    answer.accessState[p] = state;
    answer.progressDone[p] = person.progress;
    answer.completedAt[p] = person.completedCourse;
    const row = person.openedFrom;
    const { closes, wanted } = answer;
    if (closes.length > 0) {
      if (course.hasClosings || course.hasSamples || person.isHelped)
        for (let i = 0; i < course.count; i++) closes[row + i] = this.closing(course, i, until);
      else closes.fill(until, row, row + course.count);
    }
    if (wanted.states)
      for (let i = 0; i < course.count; i++) {
        answer.done[row + i] = person.done[i] as number;
        answer.state[row + i] =
          course.sample[i] === 1
            ? OPEN
            : stateIn(
                now,
                answer.opens[row + i] as number,
                closes[row + i] as number,
                state === CLOSED,
              );
      }
  }

  private dues(course: CompiledCourse): void {
    const { person, answer } = this;
    const row = person.openedFrom;
    for (let i = 0; i < course.count; i++) {
      const m = course.due[i] as number;
      answer.due[row + i] = m < 0 ? Number.NaN : course.moments.instant(m, person);
    }
  }

  /** The earliest of an item's own closing, its module's and the end of access (the twin of closing.ts). */
  private closing(course: CompiledCourse, i: number, until: number): number {
    if (course.sample[i] === 1) return Number.NaN;
    const { person } = this;
    const m = course.module[i] as number;
    let first = until;
    const own = this.ownClosing(course, i);
    if (!(first <= own) && !Number.isNaN(own)) first = own;
    if (m >= 0 && person.staff[i] === 0) {
      const of = this.ownClosing(course, m);
      if (!(first <= of) && !Number.isNaN(of)) first = of;
    }
    return first;
  }

  private ownClosing(course: CompiledCourse, i: number): number {
    const { person } = this;
    if (person.staff[i] === 1) return person.staffCloses[i] as number;
    const m = course.closes[i] as number;
    return m < 0 ? Number.NaN : course.moments.instant(m, person);
  }
}

/** What has not happened by now has not happened. */
const happened = (at: number, now: number) => (at <= now ? at : Number.NaN);

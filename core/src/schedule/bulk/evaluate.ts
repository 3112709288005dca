/**
 * The bulk evaluator: the plain one's compiled twin (calculations.md, section 11). It answers for any number of people
 * in one course, an enrollee at a time, into columns, without a new object for any of them. Explanations are the plain
 * evaluator's alone.
 */

import type { Plan, PlanCohort, PlanCourse } from "../../plan";
import { readCalendar } from "../../plan";
import { clampDate } from "../../time";
import { type PreparedCourse, prepareCourse } from "../prepare";
import { BulkAnswer, CLOSED, OPEN, stateIn, type Wanted } from "./answer";
import { CompiledCourse, GATE, type GatedRun } from "./compile";
import type { DayTable } from "./day-table";
import { Ends } from "./ends";
import { SchoolDays } from "./moments";
import { Numbering, type People } from "./people";
import { Person } from "./person";
import type { ZoneDays } from "./zone-days";

/** A course with all of its cohorts, compiled when somebody of a cohort is asked about. */
export class BulkCourse {
  private readonly compiled = new Map<string | null, CompiledCourse>();
  readonly names: Numbering<string>;
  /** The published items, in outline order. */
  readonly items: PreparedCourse["items"];
  private readonly school: SchoolDays;

  /** `names` are those that the people are laid out with; `days` may be shared by courses of one calendar. */
  constructor(
    private readonly settings: Plan["school"],
    private readonly course: PlanCourse,
    private readonly cohorts: readonly PlanCohort[],
    names: Numbering<string> = new Numbering(),
    days?: SchoolDays,
  ) {
    this.names = names;
    this.school = days ?? new SchoolDays(readCalendar(settings));
    this.items = prepareCourse(settings, course, null).items;
  }

  private of(cohort: string | null): CompiledCourse {
    let compiled = this.compiled.get(cohort);
    if (!compiled) {
      const found = this.cohorts.find(({ id }) => id === cohort) ?? null;
      const prepared = prepareCourse(this.settings, this.course, found);
      compiled = new CompiledCourse(prepared, this.school, this.names);
      this.compiled.set(cohort, compiled);
    }
    return compiled;
  }

  /** Answers for all of `people` at `now`. `into`, where given, has their number of people and these items. */
  answer(people: People, now: number, wanted: Wanted = {}, into?: BulkAnswer): BulkAnswer {
    const { items } = this;
    const answer = into ?? new BulkAnswer(people.count, items.length, wanted);
    answer.required = items.filter(({ required }) => required).length;
    const courses = people.cohorts.map((cohort) => this.of(cohort));
    const zones = people.zones.map((zone) => this.school.zone(zone));
    // All names must be known before the columns for signals are made.
    for (const course of courses)
      for (const validity of people.validities) course.ownValidity(validity);
    const run = new Run(people, now, answer);
    const lanes = courses.map((course) => zones.map((zone) => laneOf(course, zone)));
    const { cohort, zone, first, needsPayment } = people;
    const onlyOpenings = answer.accessUntil.length === 0 && !wanted.due && !wanted.notBefore;
    for (let p = 0; p < people.count; p++) {
      const lane = (lanes[cohort[p] as number] as Lane[])[zone[p] as number] as Lane;
      const isPlain = onlyOpenings && lane.table !== null && first[p] === first[p + 1];
      if (!isPlain || needsPayment[p] === 1 || !openInLane(lane, people, p, answer))
        run.one(p, lane.course, lane.zone);
    }
    return answer;
  }
}

/** What people of one cohort and zone have in common. */
interface Lane {
  course: CompiledCourse;
  zone: number;
  days: ZoneDays;
  /** The earliest start of access. */
  start: number;
  /** The one table in which all openings stand, counted from enrolling; null: there is none such. */
  table: DayTable | null;
}

function laneOf(course: CompiledCourse, zone: number): Lane {
  const clock = course.usesSchoolClock ? course.schoolZone : zone;
  const { lead } = course;
  const isPlain = course.isPlain && lead >= 0 && course.gate[lead] === GATE.days;
  return {
    course,
    zone,
    days: course.school.days(clock),
    start: course.fixedStart(clock),
    table: isPlain ? (course.tablesOf(clock)[lead] ?? null) : null,
  };
}

/**
 * Openings alone, of somebody to whom nothing has happened and who need not pay first, where all stand in one table:
 * the commonest case, and so the shortest way. False where the table cannot hold all days.
 */
function openInLane(
  { course, days, start, table }: Lane,
  { enrolledAt }: People,
  p: number,
  { opens, items, accessFrom, accessKnownFrom }: BulkAnswer,
): boolean {
  const enrolled = enrolledAt[p] as number;
  const on = days.dateAt(enrolled) | 0;
  if (!table?.cover(on + course.leastDays, on + course.mostDays)) return false;
  const from = start > enrolled ? start : enrolled;
  accessFrom[p] = from;
  accessKnownFrom[p] = from;
  const row = (p * items) | 0;
  fillFromTable(course, opens, row, from, table.values, (on - table.first) | 0);
  const { heldLessons } = course;
  for (let k = 0; k < heldLessons.length; k++) opens[row + (heldLessons[k] as number)] = Number.NaN;
  return true;
}

/** One pass over people. */
class Run {
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

/** The hottest loop: a cadence's openings, each some steps farther in the table and in the row. */
function fillRun(
  opens: Float64Array,
  at: number,
  step: number,
  values: Float64Array,
  day: number,
  days: number,
  count: number,
  least: number,
): void {
  for (let k = 0; k < count; k++) {
    const timed = values[day] as number;
    opens[at] = timed <= least ? least : timed;
    at = (at + step) | 0;
    day = (day + days) | 0;
  }
}

/** The hot loops: openings that all stand in one table, `first` being the place of the day they count from. */
function fillFromTable(
  course: CompiledCourse,
  opens: Float64Array,
  row: number,
  accessFrom: number,
  values: Float64Array,
  first: number,
): void {
  const { gatedModules, freeModules, gatedLessons, freeLessons, days, module } = course;
  for (let r = 0; r < gatedModules.length; r++) {
    const { item, itemStep, day, dayStep, count } = gatedModules[r] as GatedRun;
    fillRun(opens, row + item, itemStep, values, first + day, dayStep, count, accessFrom);
  }
  for (let k = 0; k < freeModules.length; k++) opens[row + (freeModules[k] as number)] = accessFrom;
  for (let k = 0; k < freeLessons.length; k++) {
    const i = freeLessons[k] as number;
    opens[row + i] = opens[row + (module[i] as number)] as number;
  }
  for (let k = 0; k < gatedLessons.length; k++) {
    const i = gatedLessons[k] as number;
    const timed = values[first + (days[i] as number)] as number;
    const of = opens[row + (module[i] as number)] as number;
    opens[row + i] = timed <= of ? of : timed;
  }
}

/** What has not happened by now has not happened. */
const happened = (at: number, now: number) => (at <= now ? at : Number.NaN);

/**
 * What a change of a plan does to the people who are in already, before it is saved (calculations.md, section 10): who
 * gains or loses something they could open now, whose dates move and by how much, whose end of access moves.
 */
import type { Plan, PlanEnrollment } from "../plan";
import { evaluate, inFavor, preparer, type Timeline, type TimelineItem } from "../schedule";
import type { Instant } from "../time";

/** How one item's opening, closing or due date moves for somebody. */
export interface Move {
  item: string;
  what: "opens" | "closes" | "due";
  /** Null: no date, or no end. */
  before: Instant | null;
  after: Instant | null;
}

export interface PersonRipple {
  id: string;
  /** Items that are open now and were not, and the other way round. */
  gains: string[];
  loses: string[];
  moves: Move[];
  /** Items that are there now and were not, and the other way round. */
  appears: string[];
  goes: string[];
  /** Null: the end of access stays. */
  end: { before: Instant | null; after: Instant | null } | null;
}

export interface RippleGroup {
  /** How many people are touched alike: the same items move by the same time. */
  people: string[];
  /** The moves of the first of them. */
  example: PersonRipple;
}

export interface Ripple {
  totals: {
    people: number;
    touched: number;
    gains: number;
    loses: number;
    /** With an opening that moves later, or becomes a date no more; earlier, or gets a date. */
    later: number;
    earlier: number;
    endsEarlier: number;
    endsLater: number;
  };
  /** The largest first. */
  groups: RippleGroup[];
  /** Who is touched; who loses something first, then who gains, then the rest, in the plan's order. */
  people: PersonRipple[];
}

/** How a change may be saved. */
export type RippleWay = "everybody" | "only-in-favor";

/**
 * What happens to `enrollments` when `before` becomes `after`, at `now`. An enrollment whose course is not in the new
 * plan loses all of it. With `only-in-favor` they hold both versions: no opening moves later, no end earlier.
 */
export function ripple(
  before: Plan,
  after: Plan,
  enrollments: readonly PlanEnrollment[],
  now: Instant,
  way: RippleWay = "everybody",
): Ripple {
  const [was, becomes] = [preparer(before), preparer(after)];
  const courses = new Set(after.courses.map(({ id }) => id));
  const touched: PersonRipple[] = [];
  for (const enrollment of enrollments) {
    const old = evaluate(was(enrollment), enrollment, now);
    const fresh = courses.has(enrollment.course)
      ? evaluate(becomes(enrollment), enrollment, now)
      : null;
    const next = way === "only-in-favor" ? inFavor(fresh ? [old, fresh] : [old], now) : fresh;
    const person = compare(old, next);
    if (isTouched(person)) touched.push(person);
  }
  return rippleOf(touched, enrollments.length);
}

/** Totals, groups and order of those who are touched, among so many people. */
export function rippleOf(touched: readonly PersonRipple[], people: number): Ripple {
  return {
    totals: totalsOf(touched, people),
    groups: groupsOf(touched),
    people: inOrder(touched),
  };
}

/** What differs between two timelines of one enrollment. `after` null: nothing is left. */
export function compare(before: Timeline, after: Timeline | null): PersonRipple {
  const items = new Map(after?.items.map((item) => [item.id, item]));
  const known = new Set(before.items.map(({ id }) => id));
  const person: PersonRipple = {
    id: before.id,
    gains: [],
    loses: [],
    moves: [],
    appears: (after?.items ?? []).filter(({ id }) => !known.has(id)).map(({ id }) => id),
    goes: [],
    end: null,
  };
  for (const old of before.items) {
    const item = items.get(old.id);
    if (!item) person.goes.push(old.id);
    if (old.state === "open" && item?.state !== "open") person.loses.push(old.id);
    if (old.state !== "open" && item?.state === "open") person.gains.push(old.id);
    if (item) person.moves.push(...movesOf(old, item));
  }
  for (const id of person.appears) if (items.get(id)?.state === "open") person.gains.push(id);
  const [ended, ends] = [before.access.until, after ? after.access.until : before.access.until];
  if (ended !== ends) person.end = { before: ended, after: ends };
  return person;
}

function movesOf(old: TimelineItem, item: TimelineItem): Move[] {
  return (["opens", "closes", "due"] as const).flatMap((what) =>
    old[what] === item[what] ? [] : [{ item: old.id, what, before: old[what], after: item[what] }],
  );
}

/** Whether anything changes for somebody at all. */
export function isTouched({ gains, loses, moves, appears, goes, end }: PersonRipple): boolean {
  return (
    gains.length + loses.length + moves.length + appears.length + goes.length > 0 || end !== null
  );
}

/** No date is later than any; so is no end. */
const order = (instant: Instant | null) => instant ?? Number.POSITIVE_INFINITY;

function totalsOf(touched: readonly PersonRipple[], people: number): Ripple["totals"] {
  const count = (is: (person: PersonRipple) => boolean) => touched.filter(is).length;
  const opens = (person: PersonRipple, later: boolean) =>
    person.moves.some(
      ({ what, before, after }) => what === "opens" && order(after) > order(before) === later,
    );
  return {
    people,
    touched: touched.length,
    gains: count(({ gains }) => gains.length > 0),
    loses: count(({ loses }) => loses.length > 0),
    later: count((person) => opens(person, true)),
    earlier: count((person) => opens(person, false)),
    endsEarlier: count(({ end }) => end !== null && order(end.after) < order(end.before)),
    endsLater: count(({ end }) => end !== null && order(end.after) > order(end.before)),
  };
}

/** People whose items move by the same time, whenever they enrolled. */
function groupsOf(touched: readonly PersonRipple[]): RippleGroup[] {
  const groups = new Map<string, RippleGroup>();
  for (const person of touched) {
    const moves = person.moves.map(({ item, what, before, after }) => [
      item,
      what,
      before !== null && after !== null
        ? byHowMuch(after - before)
        : [before === null, after === null],
    ]);
    const key = JSON.stringify([moves, person.appears, person.goes, person.gains, person.loses]);
    const group = groups.get(key);
    if (group) group.people.push(person.id);
    else groups.set(key, { people: [person.id], example: person });
  }
  return [...groups.values()].sort((a, b) => b.people.length - a.people.length);
}

const DAY = 86_400_000;
/** A day of a clock change is an hour shorter or longer (half an hour somewhere), and a day all the same. */
const CHANGE = 3_600_000;

function byHowMuch(ms: number): number {
  const days = Math.round(ms / DAY) * DAY;
  return Math.abs(ms - days) <= CHANGE && days !== 0 ? days : ms;
}

function inOrder(touched: readonly PersonRipple[]): PersonRipple[] {
  const rank = ({ loses, gains }: PersonRipple) =>
    loses.length > 0 ? 0 : gains.length > 0 ? 1 : 2;
  return touched.toSorted((a, b) => rank(a) - rank(b));
}

/**
 * What a change of a plan does to the people who are in already, before it is saved (calculations.md, section 10): who
 * gains or loses something they could open now, whose dates move and by how much, whose end of access moves.
 */
import type { Plan, PlanEnrollment } from "../plan";
import { evaluate, inFavor, preparer, type Timeline, type TimelineItem } from "../schedule";
import { DAY, type Instant } from "../time";

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
  /** Who is touched alike: the same items move by the same time. */
  people: string[];
  /** How many they are, also where not all are named. */
  count: number;
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
  const tally = new RippleTally();
  for (const enrollment of enrollments) {
    const old = evaluate(was(enrollment), enrollment, now);
    const fresh = courses.has(enrollment.course)
      ? evaluate(becomes(enrollment), enrollment, now)
      : null;
    const next = way === "only-in-favor" ? inFavor(fresh ? [old, fresh] : [old], now) : fresh;
    const person = compare(old, next);
    if (isTouched(person)) tally.add(person);
  }
  return tally.result(enrollments.length);
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

/**
 * Adds up who is touched, person by person, so that of many thousands no more than the wanted ones are kept: totals,
 * groups, and the first so many of each rank.
 */
export class RippleTally {
  private readonly totals = {
    touched: 0,
    gains: 0,
    loses: 0,
    later: 0,
    earlier: 0,
    endsEarlier: 0,
    endsLater: 0,
  };
  private readonly groups = new Map<string, RippleGroup>();
  /** Who loses something first, then who gains, then the rest. */
  private readonly ranks: [PersonRipple[], PersonRipple[], PersonRipple[]] = [[], [], []];

  /** As many people are kept of each rank, and named in each group. */
  constructor(private readonly most = Number.POSITIVE_INFINITY) {}

  add(person: PersonRipple): void {
    const { gains, loses, moves, end } = person;
    const { totals } = this;
    totals.touched += 1;
    totals.gains += Number(gains.length > 0);
    totals.loses += Number(loses.length > 0);
    let [later, earlier] = [false, false];
    for (const { what, before, after } of moves)
      if (what === "opens") {
        if (order(after) > order(before)) later = true;
        else earlier = true;
      }
    totals.later += Number(later);
    totals.earlier += Number(earlier);
    if (end) totals[order(end.after) < order(end.before) ? "endsEarlier" : "endsLater"] += 1;
    const rank = this.ranks[loses.length > 0 ? 0 : gains.length > 0 ? 1 : 2];
    if (rank.length < this.most) rank.push(person);
    const key = alikeBy(person);
    const group = this.groups.get(key);
    if (!group) this.groups.set(key, { people: [person.id], count: 1, example: person });
    else {
      group.count += 1;
      if (group.people.length < this.most) group.people.push(person.id);
    }
  }

  /** What has come together, among so many people in all. */
  result(people: number): Ripple {
    return {
      totals: { people, ...this.totals },
      groups: [...this.groups.values()].sort((a, b) => b.count - a.count),
      people: this.ranks.flat().slice(0, this.most),
    };
  }
}

/** People whose items move by the same time, whenever they enrolled, are alike. */
function alikeBy({ moves, appears, goes, gains, loses }: PersonRipple): string {
  let key = "";
  for (const { item, what, before, after } of moves)
    key += `${item}\0${what}\0${
      before !== null && after !== null
        ? byHowMuch(after - before)
        : `${before === null} ${after === null}`
    }\0`;
  return [key, ...appears, "", ...goes, "", ...gains, "", ...loses].join("\u0001");
}

/** A day of a clock change is an hour shorter or longer (half an hour somewhere), and a day all the same. */
const CHANGE = 3_600_000;

function byHowMuch(ms: number): number {
  const days = Math.round(ms / DAY) * DAY;
  return Math.abs(ms - days) <= CHANGE && days !== 0 ? days : ms;
}

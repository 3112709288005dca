/**
 * Several versions of a plan held by one enrollment ("only in favor", calculations.md, section 10): each item opens at
 * the earliest of them and closes at the latest, and access ends at the latest. So nothing that a version promised is
 * taken back by a later one.
 */
import type { Instant } from "../time";
import { isReachable, stateAt } from "./state";
import type { Access, Timeline, TimelineItem } from "./timeline";

/**
 * The timelines of one enrollment under each version it holds, the newest last, as one. Items stand in the order of
 * the newest; those that only an older version has come after. Each why is that of the version that decides.
 */
export function inFavor(timelines: readonly Timeline[], now: Instant): Timeline {
  const newest = timelines.at(-1);
  if (!newest) throw new RangeError("An enrollment holds at least one version");
  if (timelines.length === 1) return newest;
  const access = timelines.map((one) => one.access).reduce((a, b) => bestAccess(a, b, now));
  const items = new Map<string, TimelineItem>(newest.items.map((item) => [item.id, item]));
  for (const { items: others } of timelines.slice(0, -1).reverse())
    for (const item of others) {
      const known = items.get(item.id);
      items.set(item.id, known ? bestItem(known, item) : item);
    }
  return {
    ...newest,
    access,
    items: [...items.values()].map((item) => ({
      ...item,
      state: isSample(item)
        ? item.state
        : stateAt(now, item.opens, item.closes, access.state === "closed"),
      reachable: isReachable(item.opens, item.closes),
    })),
  };
}

const isSample = ({ why }: TimelineItem) => why.some(({ kind }) => kind === "sample");

/** Null, no date yet, is later than any date. */
const opensFirst = (a: Instant | null, b: Instant | null) => a !== null && (b === null || a <= b);
/** Null, no end, is later than any end. */
const endsLast = (a: Instant | null, b: Instant | null) => a === null || (b !== null && a >= b);

function bestItem(a: TimelineItem, b: TimelineItem): TimelineItem {
  // What is due later asks for less.
  const { due, dueWhy } = endsLast(a.due, b.due) ? a : b;
  const done = a.done || b.done;
  // A sample is open to everybody, always: nothing is better.
  const sample = isSample(b) ? b : isSample(a) ? a : null;
  if (sample) return { ...sample, due, dueWhy, done };
  const { opens, notBefore, waitsFor, why } = opensFirst(a.opens, b.opens) ? a : b;
  const { closes, closesWhy } = endsLast(a.closes, b.closes) ? a : b;
  return { ...a, opens, notBefore, waitsFor, why, closes, closesWhy, due, dueWhy, done };
}

function bestAccess(a: Access, b: Access, now: Instant): Access {
  const start = opensFirst(a.from, b.from) ? a : b;
  const end = endsLast(a.until, b.until) ? a : b;
  return {
    from: start.from,
    knownFrom: start.knownFrom,
    fromWhy: start.fromWhy,
    until: end.until,
    untilWaitsFor: end.untilWaitsFor,
    untilWhy: end.untilWhy,
    shutBy: a.shutBy,
    state: stateAt(now, start.from, end.until, a.shutBy !== null),
  };
}

/** Many people's dates as one picture: how many have each item open at each of some instants. */
import type { Instant } from "../../time";
import type { Answered } from "./favor";

export interface Crowd {
  /** For how many people it was worked out: those who are paused or suspended are left out. */
  people: number;
  /** The instants at which people are counted: the first, and how far apart they are. */
  from: number;
  step: number;
  items: CrowdItem[];
}

export interface CrowdItem {
  id: string;
  /** How many have it open at each instant. */
  open: Int32Array;
  /** The earliest and the latest opening; null where nobody has a date. */
  first: Instant | null;
  last: Instant | null;
  /** How many have no date. */
  waiting: number;
}

/** Counts at `samples` instants from one to another, both included. People were asked with closings. */
export function crowdOf(
  lots: readonly Answered[],
  from: number,
  to: number,
  samples: number,
): Crowd {
  const step = (to - from) / (samples - 1);
  const items = new Map<string, CrowdItem>();
  let people = 0;
  for (const { items: own, answer } of lots) {
    const counted = own.map(({ id }) => {
      const known = items.get(id);
      if (known) return known;
      const made = { id, open: new Int32Array(samples), first: null, last: null, waiting: 0 };
      items.set(id, made);
      return made;
    });
    for (let p = 0; p < answer.people; p++) {
      if (answer.shutBy[p] !== 0) continue;
      people += 1;
      for (let i = 0; i < counted.length; i++)
        add(
          counted[i] as CrowdItem,
          answer.opens[p * counted.length + i] as number,
          answer.closes[p * counted.length + i] as number,
          from,
          step,
        );
    }
  }
  // What was added are changes from one instant to the next.
  for (const { open } of items.values())
    for (let s = 1; s < open.length; s++) open[s] = (open[s] as number) + (open[s - 1] as number);
  return { people, from, step, items: [...items.values()] };
}

function add(item: CrowdItem, opens: number, closes: number, from: number, step: number): void {
  if (Number.isNaN(opens)) {
    item.waiting += 1;
    return;
  }
  if (item.first === null || opens < item.first) item.first = opens as Instant;
  if (item.last === null || opens > item.last) item.last = opens as Instant;
  const { open } = item;
  // Half open: it is open at an instant that is its opening, and shut at one that is its closing.
  const begin = Math.max(Math.ceil((opens - from) / step), 0);
  const end = Number.isNaN(closes) ? open.length : Math.ceil((closes - from) / step);
  if (begin >= end || begin >= open.length) return;
  open[begin] = (open[begin] as number) + 1;
  if (end < open.length) open[end] = (open[end] as number) - 1;
}

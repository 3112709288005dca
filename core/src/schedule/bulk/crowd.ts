/** Many people's dates as one picture: how many have each item open at each of some instants. */
import { DAY, type Instant } from "../../time";
import type { Answered } from "./favor";

export interface Crowd {
  /** For how many people it was worked out: those who are paused or suspended are left out. */
  people: number;
  /** How many are left out. */
  shut: number;
  /** The instants at which people are counted: the first, and how far apart they are. */
  from: number;
  step: number;
  items: CrowdItem[];
}

export interface CrowdItem {
  id: string;
  /** How many have it open at each instant. */
  open: number[];
  /** The earliest and the latest opening; null where nobody has a date. */
  first: Instant | null;
  last: Instant | null;
  /** How many have no date. */
  waiting: number;
}

const HOUR = 3_600_000;
/** So far on either side of now people are counted at all. */
const YEAR = 366 * DAY;
const BINS = (2 * YEAR) / HOUR + 1;

interface Counted extends Omit<CrowdItem, "open"> {
  /** By how many more have it open from each whole hour on than from the one before. */
  more: Int32Array;
}

/**
 * Counts people lot by lot, in memory that does not grow with them: changes are kept by the hour, and the picture's
 * instants are whole hours, so that what is counted at them is exact. People are asked with closings.
 *
 * @example
 * const count = new CrowdCount(now);
 * for (const lot of lots) count.add(lot);
 * count.picture(361);
 */
export class CrowdCount {
  private readonly items = new Map<string, Counted>();
  private readonly base: number;
  private people = 0;
  private shut = 0;

  constructor(private readonly now: Instant) {
    this.base = Math.floor((now - YEAR) / HOUR) * HOUR;
  }

  add({ items: own, answer }: Answered): void {
    const counted = own.map(({ id }) => {
      const known = this.items.get(id);
      if (known) return known;
      const made = { id, more: new Int32Array(BINS), first: null, last: null, waiting: 0 };
      this.items.set(id, made);
      return made;
    });
    const k = counted.length;
    for (let p = 0; p < answer.people; p++) {
      if (answer.shutBy[p] !== 0) {
        this.shut += 1;
        continue;
      }
      this.people += 1;
      for (let i = 0; i < k; i++)
        this.count(
          counted[i] as Counted,
          answer.opens[p * k + i] as number,
          answer.closes[p * k + i] as number,
        );
    }
  }

  private count(item: Counted, opens: number, closes: number): void {
    if (Number.isNaN(opens)) {
      item.waiting += 1;
      return;
    }
    if (item.first === null || opens < item.first) item.first = opens as Instant;
    if (item.last === null || opens > item.last) item.last = opens as Instant;
    const { more } = item;
    // Half open: it is open at an instant that is its opening, and shut at one that is its closing.
    const begin = Math.max(Math.ceil((opens - this.base) / HOUR), 0);
    const end = Number.isNaN(closes) ? BINS : Math.ceil((closes - this.base) / HOUR);
    if (begin >= end || begin >= BINS) return;
    more[begin] = (more[begin] as number) + 1;
    if (end < BINS) more[end] = (more[end] as number) - 1;
  }

  /** At so many instants, from a week before the first opening to four weeks after the last; a year from now at most. */
  picture(samples: number): Crowd {
    const { now, base, people, shut } = this;
    const counted = [...this.items.values()];
    const firsts = counted.flatMap(({ first }) => (first === null ? [] : [first as number]));
    const lasts = counted.flatMap(({ last }) => (last === null ? [] : [last as number]));
    const earliest = Math.min(now, ...firsts) - 7 * DAY;
    const latest = Math.max(now, ...lasts) + 28 * DAY;
    const from = Math.max(Math.floor(earliest / HOUR) * HOUR, base);
    const to = Math.min(latest, now + YEAR);
    const step = Math.max(1, Math.ceil((to - from) / (samples - 1) / HOUR)) * HOUR;
    const items = counted.map(({ more, ...item }): CrowdItem => {
      const open: number[] = [];
      let count = 0;
      let bin = 0;
      for (let s = 0; s < samples; s++) {
        const until = Math.min((from + s * step - base) / HOUR, BINS - 1);
        for (; bin <= until; bin++) count += more[bin] as number;
        open.push(count);
      }
      return { ...item, open };
    });
    return { people, shut, from, step, items };
  }
}

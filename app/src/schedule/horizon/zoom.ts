/** How much time the horizon shows: nearer and farther about an instant, and to and fro. Pure. */
import { DAY, type Instant } from "@dawngate/core/time";
import type { Range } from "./scale";

/** Hours can be told apart. */
export const NARROWEST = 2 * DAY;
/** A yearly certificate and its renewal. */
export const WIDEST = 1_100 * DAY;

/** The range with `factor` times as much time in it, the instant `about` staying where it is. */
export function zoomed({ from, to }: Range, factor: number, about: Instant): Range {
  const span = to - from;
  const next = Math.min(Math.max(span * factor, Math.min(NARROWEST, span)), Math.max(WIDEST, span));
  const part = span === 0 ? 0.5 : Math.min(Math.max((about - from) / span, 0), 1);
  const begin = Math.round(Math.min(Math.max(about, from), to) - next * part);
  return { from: begin as Instant, to: Math.round(begin + next) as Instant };
}

/** The range moved by a part of its length: 1 is a whole window on, -1 one back. */
export function panned({ from, to }: Range, part: number): Range {
  const by = Math.round((to - from) * part);
  return { from: (from + by) as Instant, to: (to + by) as Instant };
}

/** The range moved just so far that an instant is in it, with some air. */
export function including(range: Range, at: Instant): Range {
  const air = (range.to - range.from) * 0.08;
  if (at < range.from + air)
    return panned(range, (at - air - range.from) / (range.to - range.from));
  if (at > range.to - air) return panned(range, (at + air - range.to) / (range.to - range.from));
  return range;
}

/** How somebody stands in a course, in one word: what lists say, filter by and count. */
import type { Timeline } from "../schedule";
import type { Instant } from "../time";

/** The words, as they are kept; `unknown` until their dates were worked out. */
export const STANDINGS = [
  "open",
  "scheduled",
  "waiting",
  "paused",
  "suspended",
  "ended",
  "unknown",
] as const;
export type Standing = (typeof STANDINGS)[number];

/**
 * How access stands at `now`: `ended` from its end on, whatever else; before that `paused` or `suspended` while it is
 * shut, `waiting` while it has no beginning, `scheduled` before it, else `open`.
 *
 * @example
 * standingOf({ from: null, until: null, shutBy: null }, now) // "waiting"
 */
export function standingOf(
  { from, until, shutBy }: Pick<Timeline["access"], "from" | "until" | "shutBy">,
  now: Instant,
): Exclude<Standing, "unknown"> {
  if (until !== null && until <= now) return "ended";
  if (shutBy !== null) return shutBy === "pause" ? "paused" : "suspended";
  if (from === null) return "waiting";
  return from > now ? "scheduled" : "open";
}

/** Whether somebody who stands so holds a seat: everybody whose access has not ended; who is paused keeps it. */
export const holdsSeat = (standing: Standing) => standing !== "ended";

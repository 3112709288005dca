/**
 * What somebody has really seen of a film or heard of a recording: stretches of it in seconds, in order and apart. So a
 * share of it is neither reached by dragging to its end nor lost by pausing or watching a part again.
 */

/** From and to, in seconds of the film; to is later than from. */
export type Stretch = readonly [from: number, to: number];

/** Stretches nearer to each other than this are one: players tell where they are only a few times a second. */
const GAP = 0.5;
/** So much may be missing, in seconds, where all of it is asked for: films end a little before or after they say. */
const END = 1;

const tenth = (n: number) => Math.round(n * 10) / 10;

/**
 * Adds stretches to what was seen. Those that touch or overlap become one; what is no stretch (backwards, before the
 * beginning, no number) is left out, and what reaches past the end ends there. To tenths of a second.
 *
 * @example addSeen([[0, 10]], [[8, 20], [40, 50]], 60) // [[0, 20], [40, 50]]
 */
export function addSeen(
  seen: readonly Stretch[],
  more: readonly Stretch[],
  length: number | null,
): Stretch[] {
  const last = length ?? Number.POSITIVE_INFINITY;
  const all = [...seen, ...more]
    .map(([from, to]): Stretch => [Math.max(0, tenth(from)), Math.min(last, tenth(to))])
    .filter(([from, to]) => Number.isFinite(from) && Number.isFinite(to) && to > from)
    .sort(([a], [b]) => a - b);
  const merged: [number, number][] = [];
  for (const [from, to] of all) {
    const before = merged.at(-1);
    if (before && from <= before[1] + GAP) before[1] = Math.max(before[1], to);
    else merged.push([from, to]);
  }
  return merged;
}

/** How many seconds of it were seen. */
export const secondsSeen = (seen: readonly Stretch[]): number =>
  tenth(seen.reduce((sum, [from, to]) => sum + to - from, 0));

/** The share of it that was seen, 0 to 1. */
export function shareSeen(seen: readonly Stretch[], length: number): number {
  return length <= 0 ? 0 : Math.min(1, secondsSeen(seen) / length);
}

/** Whether as much was seen as is needed: the share of its length, give or take a second. */
export function enoughSeen(seen: readonly Stretch[], length: number, needed: number): boolean {
  return secondsSeen(seen) >= length * needed - END;
}

/** The fastest that it can be played, in seconds of the film a second. */
export const FASTEST = 2;

/**
 * How many seconds can be new in what a player tells, where so long has passed since it told before: what was played,
 * at the fastest, and a little for clocks and the way there.
 *
 * @param passed milliseconds since then, by the server's clock
 */
export const believable = (passed: number): number => (passed / 1000) * FASTEST + 15;

/** Where to go on: at the beginning again where hardly anything of it was left. */
export function goOnAt(position: number, length: number | null): number {
  if (length !== null && position >= length - Math.min(10, length * 0.05)) return 0;
  return Math.max(0, position);
}

/** A place in a film as players write it: `5:20`, `1:02:03`. */
export function sayPlace(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  const two = (n: number) => String(n).padStart(2, "0");
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** A place in a film as people write it, in seconds: `5:20`, `1:02:03`; null where it is none. */
export function readPlace(text: string): number | null {
  const found = /^(?:(\d{1,2}):)?(\d{1,3}):([0-5]\d)$/.exec(text.trim());
  if (!found) return null;
  const [, hours, minutes, seconds] = found;
  if (hours !== undefined && Number(minutes) > 59) return null;
  const place = Number(hours ?? 0) * 3600 + Number(minutes) * 60 + Number(seconds);
  return place <= 86_400 ? place : null;
}

/** How long something is off, in the two largest units that say something: for a countdown that people can plan by. */

const UNITS: readonly [number, string][] = [
  [86_400_000, "day"],
  [3_600_000, "hour"],
  [60_000, "minute"],
];

/** "3 days and 4 hours", "59 minutes", "less than a minute"; of exact elapsed time, rounded down. */
export function sayCountdown(ms: number): string {
  const parts: string[] = [];
  let left = Math.max(0, ms);
  for (const [unit, name] of UNITS) {
    const count = Math.floor(left / unit);
    left -= count * unit;
    if (count > 0) parts.push(`${count} ${name}${count === 1 ? "" : "s"}`);
    else if (parts.length > 0) break;
    if (parts.length === 2) break;
  }
  return parts.length === 0 ? "less than a minute" : parts.join(" and ");
}

/** In how many milliseconds the words change next: minutes where hours are said, at most. */
export function countdownStep(ms: number): number {
  const step = ms >= 2 * 86_400_000 ? 3_600_000 : 60_000;
  return Math.max(250, ms % step) + 5;
}

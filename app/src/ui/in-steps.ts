/** Which rows of a long list are drawn: those in sight and some beyond, by whole steps, so that few frames draw any. */

interface Seen {
  startIndex: number;
  endIndex: number;
  overscan: number;
  count: number;
}

/** So many rows come and go together. */
const STEP = 6;

/** @example rowsInSteps({ startIndex: 7, endIndex: 20, overscan: 2, count: 100 }) // 0 … 23 */
export function rowsInSteps({ startIndex, endIndex, overscan, count }: Seen): number[] {
  const from = Math.max(0, Math.floor((startIndex - overscan) / STEP) * STEP);
  const to = Math.min(count, Math.ceil((endIndex + overscan + 1) / STEP) * STEP);
  return Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i);
}

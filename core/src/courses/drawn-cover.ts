/** A cover made from a title: a sun over bars that rise, the same for the same title wherever it is drawn. */

export interface Cover {
  /** The sun's center and radius; the picture is 100 wide and 40 high. */
  sun: { x: number; y: number; r: number };
  /** Bars from left to right: where each begins and ends, and how high it rises above the horizon. */
  bars: { x: number; width: number; height: number }[];
  /** The height of the horizon. */
  horizon: number;
}

export const COVER = { width: 100, height: 40 };

/** A number for a text, the same everywhere (FNV-1a, 32 bits). */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (const char of text.normalize("NFC")) {
    hash ^= char.codePointAt(0) ?? 0;
    hash = Math.imul(hash, 0x01000193) >>> 0;
  }
  return hash;
}

export function coverOf(title: string): Cover {
  let state = hashOf(title) || 1;
  // Xorshift: small, and alike on every machine.
  const next = (below: number) => {
    state ^= state << 13;
    state ^= state >>> 17;
    state ^= state << 5;
    state >>>= 0;
    return (state / 2 ** 32) * below;
  };
  const horizon = 31;
  const count = 5 + Math.floor(next(4));
  const step = COVER.width / count;
  const bars = Array.from({ length: count }, (_, i) => ({
    x: i * step,
    width: step,
    // They rise from left to right, as a course opens, each by its own measure.
    height: 2 + ((i + next(1.4)) / count) * 13,
  }));
  return { sun: { x: 18 + next(64), y: 9 + next(9), r: 5.5 + next(3.5) }, bars, horizon };
}

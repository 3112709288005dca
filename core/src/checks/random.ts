/**
 * Shuffles that come out the same everywhere: Fisher-Yates (Knuth, TAOCP 2, 3.4.2 P) by SplitMix64 (Steele, Lea, Flood,
 * OOPSLA 2014), begun with the FNV-1a 64 hash of a text.
 */
const MASK = (1n << 64n) - 1n;

/** FNV-1a, 64 bits, of a text's UTF-8. */
export function hashOf(text: string): bigint {
  let hash = 0xcbf29ce484222325n;
  for (const byte of utf8(text)) hash = ((hash ^ BigInt(byte)) * 0x100000001b3n) & MASK;
  return hash;
}

/** The bytes of a text; the core knows no platform's encoder. */
function* utf8(text: string): Generator<number> {
  for (const letter of text) {
    const code = letter.codePointAt(0) as number;
    if (code < 0x80) yield code;
    else if (code < 0x800) {
      yield 0xc0 | (code >> 6);
      yield 0x80 | (code & 0x3f);
    } else if (code < 0x10000) {
      yield 0xe0 | (code >> 12);
      yield 0x80 | ((code >> 6) & 0x3f);
      yield 0x80 | (code & 0x3f);
    } else {
      yield 0xf0 | (code >> 18);
      yield 0x80 | ((code >> 12) & 0x3f);
      yield 0x80 | ((code >> 6) & 0x3f);
      yield 0x80 | (code & 0x3f);
    }
  }
}

/** SplitMix64 from a state on. */
export function splitMix(seed: bigint): () => bigint {
  let state = seed & MASK;
  return () => {
    state = (state + 0x9e3779b97f4a7c15n) & MASK;
    let z = state;
    z = ((z ^ (z >> 30n)) * 0xbf58476d1ce4e5b9n) & MASK;
    z = ((z ^ (z >> 27n)) * 0x94d049bb133111ebn) & MASK;
    return z ^ (z >> 31n);
  };
}

/** A shuffled copy of a list. */
export function shuffled<T>(list: readonly T[], text: string): T[] {
  const next = splitMix(hashOf(text));
  const all = [...list];
  for (let i = all.length - 1; i >= 1; i--) {
    const j = Number(next() % BigInt(i + 1));
    [all[i], all[j]] = [all[j] as T, all[i] as T];
  }
  return all;
}

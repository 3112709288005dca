/** An answer that takes long to work out, kept for a while, and worked out once for all who ask meanwhile. */
import { LRUCache } from "lru-cache";

/**
 * `most` answers are kept at most, each for so many milliseconds. `keep`: whether this one is; one that is quick to work
 * out is worked out at each asking.
 *
 * @example
 * const kept = keptAWhile<Ending>(100, 60_000);
 * return kept(school, many, () => threads.run(ENDING, { school, now }));
 */
export function keptAWhile<T extends object>(most: number, ttl: number) {
  const kept = new LRUCache<string, T>({ max: most, ttl });
  const underWay = new Map<string, Promise<T>>();
  return async (key: string, keep: boolean, work: () => Promise<T>): Promise<T> => {
    const found = (keep ? kept.get(key) : undefined) ?? underWay.get(key);
    if (found) return found;
    const made = work().finally(() => underWay.delete(key));
    underWay.set(key, made);
    const answer = await made;
    if (keep) kept.set(key, answer);
    return answer;
  };
}

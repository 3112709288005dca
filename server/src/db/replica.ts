/**
 * A copy of the database that PostgreSQL keeps by streaming, for lists and public pages. It is a little behind; how much
 * is measured by a beat that is written to the primary and read from the copy, and what is older than a bound is not
 * read. Where it cannot be told, it counts as too old.
 */
import type { DatabaseAddress } from "./address";

export interface ReplicaSettings {
  address: DatabaseAddress;
  /** So many seconds old may be what is read, at most. */
  bound: number;
}

/** So often the beat is written and read, in milliseconds. */
const EVERY = 500;

export interface Pulse {
  /** How old the copy is at most, in seconds; null: nobody knows. */
  age(): number | null;
  /** Whether it may be read now. */
  fit(): boolean;
  close(): void;
}

/**
 * Watches how old a copy is.
 *
 * @param beat writes to the primary. @param look answers, from the copy, the age in seconds of what was written last.
 */
export function watchPulse(
  beat: () => Promise<unknown>,
  look: () => Promise<number>,
  bound: number,
  now: () => number = () => performance.now(),
): Pulse {
  let known: { age: number; at: number } | null = null;
  let busy = false;
  const turn = async () => {
    if (busy) return;
    busy = true;
    // A beat that fails shows by the age that grows.
    const beating = beat().catch(() => undefined);
    try {
      // From before it was asked: an answer that takes long is no younger for it.
      const at = now();
      known = { age: await look(), at };
    } catch {
      known = null;
    } finally {
      await beating;
      busy = false;
    }
  };
  void turn();
  const timer = setInterval(() => void turn(), EVERY);
  timer.unref?.();
  const age = () => (known === null ? null : known.age + (now() - known.at) / 1000);
  return {
    age,
    fit: () => {
      const old = age();
      return old !== null && old <= bound;
    },
    close: () => clearInterval(timer),
  };
}

/**
 * What somebody watches, counted: stretches that were really played, told to the server now and then and as the page
 * goes, kept until it has heard them.
 */
import type { Seen } from "@dawngate/contract/learning";
import { addSeen, type Stretch } from "@dawngate/core/lessons/seen";

export interface Watching {
  /** What was seen before, and where one stopped. */
  seen: Seen;
  /** Tells what was seen since, and where one is; answers how it stands. Throws where it was not heard. */
  tell(told: { stretches: [number, number][]; position: number }): Promise<Seen>;
  /** The same as the page goes: nobody waits for an answer. */
  last(told: { stretches: [number, number][]; position: number }): void;
  /** The player says where it is, and takes orders where to go, so that notes know their place. */
  at: PlaceInFilm;
}

/** Where a film is, for whoever stands beside its player. */
export interface PlaceInFilm {
  now(): number | null;
  go(seconds: number): void;
}

/** Between two words of a player at most so much of a film is played without it having been moved, in seconds. */
const STEP = 1.5;

/** Counts what is played, from where a player says it is. */
export class Count {
  private last: number | null = null;
  private kept: Stretch[] = [];

  /** It plays and is here now; `rate`: so many seconds of the film a second. */
  playing(at: number, rate: number): void {
    const { last } = this;
    this.last = at;
    // Moved, not played; or the first word after a pause.
    if (last === null || at <= last || at - last > STEP * Math.max(1, rate)) return;
    this.kept = addSeen(this.kept, [[last, at]], null);
  }

  /** It pauses, is moved, waits for more: what comes next begins anew. */
  stopped(): void {
    this.last = null;
  }

  get waits(): boolean {
    return this.kept.length > 0;
  }

  /** What was not told yet, to be told. */
  take(): [number, number][] {
    const taken = this.kept.map(([from, to]): [number, number] => [from, to]);
    this.kept = [];
    return taken;
  }

  /** It was not heard: kept for the next time. */
  back(stretches: readonly Stretch[]): void {
    this.kept = addSeen(this.kept, stretches, null);
  }
}

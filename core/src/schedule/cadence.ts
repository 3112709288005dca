/** A cadence: the gates of many items at one regular step, from one beginning. */
import type { PlanGate, PlanMoment } from "../plan";

export interface Cadence {
  every: { count: number; unit: "D" | "W" | "M" };
  /** What the first item counts from. */
  from:
    | { from: "enrolled" | "access" | "started" | "cohort-start" }
    | { from: "date"; date: string }
    | { from: "opened" | "completed"; item: string };
  /** The first item opens at the beginning itself; else one step after it. */
  firstAtOnce: boolean;
  /** Instead of the course's release hour. */
  at: string | null;
  /** Moved on to one of these weekdays (Monday = 1); empty: any day. */
  weekdays: readonly number[];
  /** Moved on past weekends and closed days. */
  workdays: boolean;
  /**
   * `chained`: each counts from the opening of the one before, so it slides with it and two never fall together.
   * `grid`: the k-th is the beginning and k steps (calculations.md, section 1: never the previous date and a step),
   * so months keep their day, and closed days may bring two together.
   */
  way: "chained" | "grid";
}

/**
 * The gates of items in this order; null: no gate. A step of months on a grid keeps its day of the month (31 Jan, 28
 * Feb, 31 Mar); chained, it goes on from where the one before fell.
 */
export function cadenceGates(
  items: readonly string[],
  cadence: Cadence,
): Map<string, PlanGate | null> {
  const { every, firstAtOnce, way } = cadence;
  const aligned = alignmentOf(cadence);
  const begins = (steps: number): PlanGate | null => {
    const add = steps === 0 ? {} : { add: `P${steps * every.count}${every.unit}` };
    // At once is at once: it waits for no Monday and no hour.
    const free = cadence.from.from === "enrolled" || cadence.from.from === "access";
    return steps === 0 && free ? null : gateOf({ ...cadence.from, ...add, ...aligned });
  };
  const gates = new Map<string, PlanGate | null>();
  for (const [i, item] of items.entries()) {
    const steps = firstAtOnce ? i : i + 1;
    const before = items[i - 1];
    gates.set(
      item,
      way === "grid" || before === undefined
        ? begins(steps)
        : gateOf({ from: "opened", item: before, add: `P${every.count}${every.unit}`, ...aligned }),
    );
  }
  return gates;
}

function alignmentOf({ at, weekdays, workdays }: Cadence) {
  return {
    ...(at !== null && { at }),
    ...(weekdays.length > 0 && { weekdays: [...weekdays].sort((a, b) => a - b) }),
    ...(workdays && { workdays: true }),
  };
}

function gateOf(moment: object): PlanGate {
  return { need: "all", when: [moment as PlanMoment] };
}

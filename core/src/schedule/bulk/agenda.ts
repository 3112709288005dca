/** Many people's dates by day: for how many something opens, is due, closes, begins or ends on each of some days. */
import type { Instant, LocalDate } from "../../time";
import { addDays, startOfDay, type Zone } from "../../time";
import type { HappeningKind } from "../happenings";
import type { Answered } from "./favor";

export interface AgendaEntry {
  kind: HappeningKind;
  /** The module or lesson; null: the course itself. */
  item: string | null;
  /** The day's place among the days asked for. */
  day: number;
  /** The earliest instant of it on that day. */
  at: Instant;
  people: number;
}

/**
 * Counts people lot by lot, in memory that does not grow with them, by what `happeningsOf` tells of one: a lesson that
 * opens with its module is told by that, a closing that is the end of access by that end, and nothing of what is shut
 * by a pause. People are asked with closings and due dates.
 *
 * @example
 * const agenda = new AgendaCount(zone, today, 7);
 * for (const lot of lots) agenda.add(lot);
 * agenda.entries();
 */
export class AgendaCount {
  private readonly bounds: Float64Array;
  private readonly counted = new Map<string, AgendaEntry>();

  constructor(zone: Zone, first: LocalDate, days: number) {
    this.bounds = Float64Array.from({ length: days + 1 }, (_, i) =>
      startOfDay(zone, addDays(first, i)),
    );
  }

  add({ items, answer }: Answered): void {
    const k = items.length;
    const modules = modulesOf(items);
    for (let p = 0; p < answer.people; p++) {
      if (answer.shutBy[p] !== 0) continue;
      const from = answer.accessFrom[p] as number;
      const until = answer.accessUntil[p] as number;
      this.count("begins", null, from);
      this.count("ends", null, until);
      for (let i = 0; i < k; i++) {
        const at = p * k + i;
        const opens = answer.opens[at] as number;
        const closes = answer.closes[at] as number;
        if (closes <= opens) continue;
        const module = p * k + (modules[i] as number);
        const isModule = modules[i] === i;
        const { id } = items[i] as Answered["items"][number];
        if (isModule || opens !== answer.opens[module])
          this.count("opens", id, before(opens, until));
        this.count("due", id, answer.due[at] as number);
        if (isModule || closes !== answer.closes[module])
          this.count("closes", id, before(closes, until));
      }
    }
  }

  /** What happens on the days, by instant. */
  entries(): AgendaEntry[] {
    return [...this.counted.values()].sort((a, b) => a.at - b.at);
  }

  private count(kind: HappeningKind, item: string | null, at: number): void {
    const { bounds } = this;
    const days = bounds.length - 1;
    if (!(at >= (bounds[0] as number) && at < (bounds[days] as number))) return;
    let day = 0;
    while (at >= (bounds[day + 1] as number)) day += 1;
    const key = `${kind} ${day} ${item}`;
    const known = this.counted.get(key);
    if (!known) this.counted.set(key, { kind, item, day, at: at as Instant, people: 1 });
    else {
      known.people += 1;
      if (at < known.at) known.at = at as Instant;
    }
  }
}

/** Not a number where it does not come before the end of access. */
const before = (at: number, until: number) => (at >= until ? Number.NaN : at);

/** The place of each item's module; a module's own is its own. */
function modulesOf(items: Answered["items"]): Int32Array {
  const modules = new Int32Array(items.length);
  let last = 0;
  items.forEach(({ kind }, i) => {
    if (kind === "module") last = i;
    modules[i] = last;
  });
  return modules;
}

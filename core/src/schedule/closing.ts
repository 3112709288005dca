/** When an item shuts: the earliest of its own closing, its module's, and the end of access. */
import type { Instant, Moment } from "../time";
import { type Enrollee, momentFor } from "./enrollee";
import type { Item } from "./prepare";
import type { ClosingStep } from "./steps";

export interface Closing {
  closes: Instant | null;
  why: ClosingStep[];
}

/** Works out a closing. `module` is the lesson's module, null for a module. */
export function closingOf(
  enrollee: Enrollee,
  item: Item,
  module: Item | null,
  until: Instant | null,
): Closing {
  const why: ClosingStep[] = [];
  if (!item.sample) {
    addOwn(enrollee, item, "own-closing", why);
    // While staff hold the item itself open, its module's closing is set aside as well.
    if (module && !enrollee.history.staff.has(item.id))
      addOwn(enrollee, module, "module-closing", why);
    if (until !== null) why.push({ kind: "access-ends", instant: until });
  }
  let decided: ClosingStep | null = null;
  for (const step of why)
    if (step.instant !== null && (decided?.instant == null || step.instant < decided.instant))
      decided = step;
  const closes = decided?.instant ?? null;
  why.push({ kind: "shuts", instant: closes, decidedBy: decided?.kind ?? null });
  return { closes, why };
}

/** An item's own closing; the one that staff gave, where a staff opening stands. */
function addOwn(
  enrollee: Enrollee,
  item: Item,
  kind: "own-closing" | "module-closing",
  why: ClosingStep[],
): void {
  const staff = enrollee.history.staff.get(item.id);
  if (staff) {
    if (staff.closes !== null) why.push({ kind: "staff-closing", instant: staff.closes });
    return;
  }
  if (!item.closes) return;
  const moment = momentFor(enrollee, item.closes as Moment, "closing", item.id);
  why.push({ kind, moment, instant: moment.instant });
}

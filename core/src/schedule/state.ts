/** The state of an item or of access at an instant: the first that holds. */
import type { Instant } from "../time";
import type { State } from "./timeline";

/** `shut`: a reason outside the dates, such as a pause, a suspension, or access that is closed itself. */
export function stateAt(
  now: Instant,
  opens: Instant | null,
  closes: Instant | null,
  shut: boolean,
): State {
  if (shut || (closes !== null && closes <= now) || !isReachable(opens, closes)) return "closed";
  if (opens === null) return "waiting";
  return opens > now ? "scheduled" : "open";
}

/** Whether there is an instant between opening and closing, as far as both are known. */
export function isReachable(opens: Instant | null, closes: Instant | null): boolean {
  return opens === null || closes === null || opens < closes;
}

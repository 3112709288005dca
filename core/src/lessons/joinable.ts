/** When one can join a live meeting. */
import { type Instant, MINUTE, parseInstant } from "../time";

/** So long before it begins its link is shown, in milliseconds. */
export const LINK_BEFORE = 15 * MINUTE;

/**
 * Whether one can join at an instant: from a quarter of an hour before it begins until it ends.
 *
 * @example joinable({ at: "2027-03-10T18:00:00Z", minutes: 60 }, instantOf("2027-03-10T17:45:00Z")) // true
 */
export function joinable(
  { at, minutes }: { at: string; minutes: number },
  instant: Instant,
): boolean {
  const begins = parseInstant(at);
  if (!begins.ok) return false;
  return instant >= begins.value - LINK_BEFORE && instant < begins.value + minutes * MINUTE;
}

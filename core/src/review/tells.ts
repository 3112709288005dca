/** Whom a change brings an opening that is told at once (notices.md, "Opened"), by what differs alone. */
import type { Answered, People } from "../schedule/bulk";
import { HOUR, type Instant } from "../time";
import type { PersonRipple } from "./ripple";

/** What opened longer ago than this is told to nobody. */
const TOLD_WITHIN = 48 * HOUR;

/**
 * The enrollments, of those a change touches, that gain something which has opened within the last two days and after
 * they came in. Whoever was told of it before, has it done, or has paid after it is among them: there are at most so many.
 *
 * @param people as `after` was asked about them
 */
export function toldAtOnce(
  { ids, enrolledAt }: Pick<People, "ids" | "enrolledAt">,
  touched: readonly PersonRipple[],
  { items, answer }: Answered,
  now: Instant,
): string[] {
  const gaining = touched.filter(({ gains }) => gains.length > 0);
  if (gaining.length === 0) return [];
  const places = new Map(items.map(({ id }, place) => [id, place]));
  const rows = new Map(ids.map((id, row) => [id, row]));
  return gaining.flatMap(({ id, gains }) => {
    const person = rows.get(id) ?? 0;
    const row = person * items.length;
    // What was open as somebody came in is their welcome's.
    const since = Math.max(now - TOLD_WITHIN, enrolledAt[person] ?? now);
    const isTold = gains.some((item) => {
      const opens = answer.opens[row + (places.get(item) ?? 0)];
      return opens !== undefined && opens > since;
    });
    return isTold ? [id] : [];
  });
}

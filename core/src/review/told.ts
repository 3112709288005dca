/**
 * Which dates that people were told a change makes wrong (notices.md, "Once"), from what differs alone, before anything
 * is saved. What was wrong already is not its doing.
 */
import type { Instant } from "../time";
import type { PersonRipple } from "./ripple";

/** What a date was told of: an opening, by whatever notice; else by the notices of one kind. */
export const TOLD_OF = ["opens", "due-soon", "overdue", "access-ends"] as const;
export type ToldOf = (typeof TOLD_OF)[number];

/** The date that somebody was told last of a thing. */
export interface Told {
  of: ToldOf;
  /** Null: the end of access. */
  item: string | null;
  instant: Instant;
}

/** The same, and what holds instead; null: there is no date any more. */
export interface MadeWrong extends Told {
  holds: Instant | null;
}

/**
 * What of `told` a change makes wrong for somebody: the date that holds differs from the one told, and one of the two is
 * after `now` (none: after).
 */
export function madeWrong(
  told: readonly Told[],
  ripple: Pick<PersonRipple, "moves" | "goes" | "end">,
  now: Instant,
): MadeWrong[] {
  const gone = new Set(ripple.goes);
  return told.flatMap((one) => {
    const holds = becomes(one, ripple, gone);
    if (holds === undefined || holds === one.instant) return [];
    return one.instant > now || holds === null || holds > now ? [{ ...one, holds }] : [];
  });
}

/** The date that comes to hold; undefined: the change does not touch it. */
function becomes(
  { of, item }: Told,
  { moves, end }: Pick<PersonRipple, "moves" | "end">,
  gone: ReadonlySet<string>,
): Instant | null | undefined {
  if (of === "access-ends") return end === null ? undefined : end.after;
  if (item !== null && gone.has(item)) return null;
  const what = of === "opens" ? "opens" : "due";
  return moves.find((move) => move.item === item && move.what === what)?.after;
}

/** What a change does to one person, as it is sent. */
import type { MadeWrong, PersonRipple } from "@dawngate/core/review";
import { formatInstant, type Instant } from "@dawngate/core/time";

export function write(
  { id, gains, loses, moves, appears, goes, end }: PersonRipple,
  told: readonly MadeWrong[],
) {
  const text = (instant: Instant | null) => instant && formatInstant(instant);
  return {
    enrollment: id,
    gains,
    loses,
    moves: moves.map((move) => ({ ...move, before: text(move.before), after: text(move.after) })),
    appears,
    goes,
    end: end && { before: text(end.before), after: text(end.after) },
    told: told.map((one) => ({
      ...one,
      instant: formatInstant(one.instant),
      holds: text(one.holds),
    })),
  };
}

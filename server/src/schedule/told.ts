/** Which dates that people were told a change makes wrong. */
import { type MadeWrong, madeWrong, type PersonRipple } from "@dawngate/core/review";
import type { Instant } from "@dawngate/core/time";
import type { SchoolTransaction } from "../db/connection";
import { readTold } from "./told-store";

/** By their enrollments, of those people alone for whom there are any. */
export async function madeWrongOf(
  tx: SchoolTransaction,
  people: readonly PersonRipple[],
  now: Instant,
): Promise<Map<string, MadeWrong[]>> {
  // Whoever has nothing that moves was told nothing wrong.
  const moved = people.filter(
    ({ moves, goes, end }) => moves.length > 0 || goes.length > 0 || end !== null,
  );
  if (moved.length === 0) return new Map();
  const told = await readTold(
    tx,
    moved.map(({ id }) => id),
    now,
  );
  return new Map(
    moved.flatMap((person) => {
      const wrong = madeWrong(told.get(person.id) ?? [], person, now);
      return wrong.length > 0 ? [[person.id, wrong] as const] : [];
    }),
  );
}

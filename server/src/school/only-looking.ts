/** What a change would come to, seen before it is made: done as ever, and taken back with its transaction. */
import type { Database, SchoolTransaction, Scope } from "../db/connection";

/** Takes back what was done for the sake of an answer. */
class Undone extends Error {
  constructor(readonly answer: unknown) {
    super("Only looked at");
  }
}

/**
 * Does something, answers what it came to, and leaves nothing of it.
 *
 * @example await onlyLooking(db, context, async (tx) => { await act(tx); return readIt(tx); })
 */
export async function onlyLooking<T>(
  db: Pick<Database, "withSchool">,
  scope: Scope,
  work: (tx: SchoolTransaction) => Promise<T>,
): Promise<T> {
  try {
    await db.withSchool(scope, async (tx) => {
      throw new Undone(await work(tx));
    });
  } catch (error) {
    if (error instanceof Undone) return error.answer as T;
    throw error;
  }
  throw new Error("It was done, and not taken back");
}

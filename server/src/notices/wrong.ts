/** Who was told a date that does not hold any more: seen, and put right at once or as soon as they are found. */
import type { WrongNotices } from "@dawngate/contract/notices";
import { formatInstant } from "@dawngate/core/time";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { correctSome } from "./correct";
import { wantCorrection } from "./correct-store";
import { countWrong, readWrong } from "./wrong-store";

/** So many are named. */
const NAMED = 20;

export function showWrong({ db }: Pick<Services, "db">, context: Context): Promise<WrongNotices> {
  return reading(db, context, async (tx) => ({
    count: await countWrong(tx),
    first: await readWrong(tx, NAMED),
  }));
}

/** Writes to some of them, so many at a time. */
export async function correctAll(
  { db, baseUrl }: Pick<Services, "db" | "baseUrl">,
  context: Context,
): Promise<{ sent: number; left: number }> {
  return db.withSchool(context, async (tx) => ({
    sent: await correctSome(tx, context.school, baseUrl, context.now),
    left: await countWrong(tx),
  }));
}

/** Whoever a change makes told wrongly is written to as soon as they are found. */
export async function correctSoon(
  { db }: Pick<Services, "db">,
  context: Context,
  { since }: { since: string },
): Promise<{ done: true }> {
  await db.withSchool(context, (tx) =>
    wantCorrection(tx, context.school, since, formatInstant(context.now)),
  );
  return { done: true };
}

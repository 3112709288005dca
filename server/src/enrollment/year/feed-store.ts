/** The addresses of staff's calendars of the year, in the database. */
import type { SchoolId, SchoolTransaction } from "../../db/connection";

/** Whose calendar it is, with their mail address; null: nobody's. */
export async function findYearFeed(tx: SchoolTransaction, hash: string) {
  const row = await tx
    .selectFrom("year_feed as f")
    .innerJoin("member as m", (join) =>
      join.onRef("m.school_id", "=", "f.school_id").onRef("m.user_id", "=", "f.user_id"),
    )
    .select(["m.user_id as account", "m.email"])
    .where("f.token_hash", "=", hash)
    .executeTakeFirst();
  return row ?? null;
}

/** When somebody's address was made; null: there is none. */
export async function yearFeedMade(tx: SchoolTransaction, account: string): Promise<string | null> {
  const row = await tx
    .selectFrom("year_feed")
    .select("made_at")
    .where("user_id", "=", account)
    .executeTakeFirst();
  return row?.made_at ?? null;
}

export async function setYearFeed(
  tx: SchoolTransaction,
  school: SchoolId,
  account: string,
  made: { token_hash: string; made_at: string },
): Promise<void> {
  await tx
    .insertInto("year_feed")
    .values({ school_id: school, user_id: account, ...made })
    .onConflict((on) => on.columns(["school_id", "user_id"]).doUpdateSet(made))
    .execute();
}

export async function dropYearFeed(tx: SchoolTransaction, account: string): Promise<void> {
  await tx.deleteFrom("year_feed").where("user_id", "=", account).execute();
}

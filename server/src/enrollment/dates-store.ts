/** The secret addresses of people's calendars, and what stands in these, in the database. */
import type { SchoolId, SchoolTransaction } from "../db/connection";

export async function timeZoneOf(tx: SchoolTransaction, person: string): Promise<string> {
  const row = await tx
    .selectFrom("person")
    .select("time_zone")
    .where("id", "=", person)
    .executeTakeFirst();
  return row?.time_zone ?? "UTC";
}

/** Whose calendar it is; null: nobody's. */
export async function findFeed(tx: SchoolTransaction, hash: string): Promise<string | null> {
  const row = await tx
    .selectFrom("calendar_feed")
    .select("person_id")
    .where("token_hash", "=", hash)
    .executeTakeFirst();
  return row?.person_id ?? null;
}

/** When a person's address was made; null: there is none. */
export async function readFeedMade(tx: SchoolTransaction, person: string): Promise<string | null> {
  const row = await tx
    .selectFrom("calendar_feed")
    .select("made_at")
    .where("person_id", "=", person)
    .executeTakeFirst();
  return row?.made_at ?? null;
}

export async function setFeed(
  tx: SchoolTransaction,
  school: SchoolId,
  person: string,
  hash: string,
  at: string,
): Promise<void> {
  const made = { token_hash: hash, made_at: at };
  await tx
    .insertInto("calendar_feed")
    .values({ school_id: school, person_id: person, ...made })
    .onConflict((on) => on.columns(["school_id", "person_id"]).doUpdateSet(made))
    .execute();
}

export async function dropFeed(tx: SchoolTransaction, person: string): Promise<void> {
  await tx.deleteFrom("calendar_feed").where("person_id", "=", person).execute();
}

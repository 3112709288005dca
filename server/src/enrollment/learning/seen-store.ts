/** What of a film or a recording somebody has seen, in the database. */
import type { Stretch } from "@dawngate/core/lessons/seen";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";

export interface SeenRow {
  seen: Stretch[];
  position: number;
  toldAt: string;
}

/** What was seen of a lesson; null: it was never opened. */
export async function readSeen(
  tx: SchoolTransaction,
  enrollment: string,
  item: string,
  hold = false,
): Promise<SeenRow | null> {
  const row = await tx
    .selectFrom("lesson_seen")
    .select(["seen", "position", "told_at as toldAt"])
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .$if(hold, (query) => query.forUpdate())
    .executeTakeFirst();
  return row ?? null;
}

/** A film is opened: from here on what was seen of it is counted. */
export async function beginSeen(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollment: string,
  item: string,
  at: string,
): Promise<void> {
  await sql`
    insert into lesson_seen (school_id, enrollment_id, item, told_at)
    values (${school}, ${enrollment}, ${item}, ${at}) on conflict do nothing
  `.execute(tx);
}

export async function writeSeen(
  tx: SchoolTransaction,
  enrollment: string,
  item: string,
  { seen, position, toldAt }: SeenRow,
): Promise<void> {
  await tx
    .updateTable("lesson_seen")
    .set({ seen: JSON.stringify(seen) as never, position, told_at: toldAt })
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .execute();
}

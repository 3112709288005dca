/** The days on which nothing is mailed, in the database. */
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** Those from a day on, the earliest first. */
export async function readStops(
  tx: SchoolTransaction,
  from: string,
  most: number,
): Promise<string[]> {
  const rows = await tx
    .selectFrom("notice_stop")
    .select("day")
    .where("day", ">=", from)
    .orderBy("day")
    .limit(most)
    .execute();
  return rows.map(({ day }) => day);
}

export async function putStop(
  tx: SchoolTransaction,
  school: SchoolId,
  day: string,
  stopped: boolean,
): Promise<void> {
  if (stopped)
    await tx
      .insertInto("notice_stop")
      .values({ school_id: school, day })
      .onConflict((conflict) => conflict.doNothing())
      .execute();
  else await tx.deleteFrom("notice_stop").where("day", "=", day).execute();
}

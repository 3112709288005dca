/** A school's part of the outbox. */
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { OUTBOX_CHANNEL } from "../jobs/outbox";

export async function readFailed(tx: SchoolTransaction) {
  const rows = await tx
    .selectFrom("outbox")
    .select(["id", "kind", "payload", "fault", "attempts", "at", "tried_at as triedAt"])
    .where("state", "=", "failed")
    .orderBy("at", "desc")
    .limit(100)
    .execute();
  return rows.map((row) => ({ ...row, fault: row.fault ?? "" }));
}

export async function countWaiting(tx: SchoolTransaction): Promise<number> {
  const { count } = await tx
    .selectFrom("outbox")
    .select((e) => e.fn.countAll<string>().as("count"))
    .where("state", "<>", "failed")
    .executeTakeFirstOrThrow();
  return Number(count);
}

/** Has a failed row tried again; false where it is none. */
export async function tryAgain(tx: SchoolTransaction, id: string): Promise<boolean> {
  const { rows } = await sql<{ again: boolean }>`select outbox_again(${id}::uuid) as again`.execute(
    tx,
  );
  await sql`select pg_notify(${OUTBOX_CHANNEL}, '')`.execute(tx);
  return rows[0]?.again ?? false;
}

/** Operations on drafts in the database: numbered, kept, and told to whoever listens. */
import type { Operation } from "@dawngate/core/courses";
import { sql } from "kysely";
import { insertMany } from "../db/bulk";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { DRAFT_CHANNEL, draftTopic } from "../jobs/changes";

/** The operations after a number, in order. */
export async function readOperations(tx: SchoolTransaction, course: string, after: number) {
  return tx
    .selectFrom("draft_operation")
    .select(["sequence", "client_id as clientId", "client_number as number", "operation"])
    .where("course_id", "=", course)
    .where("sequence", ">", after)
    .orderBy("sequence")
    .execute();
}

/** The highest number of a client's own that has been played. */
export async function lastNumberOf(tx: SchoolTransaction, course: string, client: string) {
  const { last } = await tx
    .selectFrom("draft_operation")
    .select((e) => e.fn.coalesce(e.fn.max("client_number"), e.lit(0)).as("last"))
    .where("course_id", "=", course)
    .where("client_id", "=", client)
    .executeTakeFirstOrThrow();
  return last;
}

/** Writes operations down, moves the draft's number on, and tells whoever listens. */
export async function appendOperations(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  first: number,
  operations: { clientId: string; number: number; operation: Operation }[],
): Promise<void> {
  await insertMany(
    tx,
    "draft_operation",
    operations.map(({ clientId, number, operation }, i) => ({
      school_id: school,
      course_id: course,
      sequence: first + i,
      client_id: clientId,
      client_number: number,
      operation,
    })),
  );
  await tx
    .updateTable("course_draft")
    .set({ sequence: first + operations.length - 1 })
    .where("course_id", "=", course)
    .execute();
  await sql`select pg_notify(${DRAFT_CHANNEL}, ${draftTopic(school, course)})`.execute(tx);
}

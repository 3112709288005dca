/** Who was in a course before, in the database. */
import type { SchoolTransaction } from "../db/connection";

/** The last enrollment somebody has had in a course, and its cohort; null: they were never in it. */
export async function lastEnrollment(
  tx: SchoolTransaction,
  course: string,
  person: string,
): Promise<{ id: string; cohort: string | null } | null> {
  const row = await tx
    .selectFrom("enrollment")
    .select(["id", "cohort_id as cohort"])
    .where("course_id", "=", course)
    .where("person_id", "=", person)
    .orderBy("enrolled_at", "desc")
    .orderBy("id")
    .limit(1)
    .executeTakeFirst();
  return row ?? null;
}

const SHUTS = ["revoked", "restored", "suspended", "unsuspended"] as const;

/** What has shut it and opened it again, in its order, with the keys by which that stands on record. */
export async function shutEvents(
  tx: SchoolTransaction,
  enrollment: string,
): Promise<{ kind: (typeof SHUTS)[number]; key: string | null }[]> {
  const rows = await tx
    .selectFrom("enrollment_event")
    .select(["kind", "idempotency_key as key"])
    .where("enrollment_id", "=", enrollment)
    .where("kind", "in", SHUTS)
    .orderBy("sequence")
    .execute();
  return rows as { kind: (typeof SHUTS)[number]; key: string | null }[];
}

/**
 * It is as if new: it follows the course as it is sold now, and stands and falls with none of the orders by which it was
 * somebody's until now.
 */
export async function letGo(tx: SchoolTransaction, enrollment: string): Promise<void> {
  await tx
    .updateTable("enrollment")
    .set({ pinned_version: null, held_versions: [] })
    .where("id", "=", enrollment)
    .execute();
  await tx
    .updateTable("order_enrollment")
    .set({ gained: false })
    .where("enrollment_id", "=", enrollment)
    .execute();
}

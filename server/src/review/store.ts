/** Versions: published once, never changed. */
import type { PlanCourse } from "@dawngate/core/plan";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** Adds the next version of a course and makes it the current one. The caller holds the course's row. */
export async function insertVersion(
  tx: SchoolTransaction,
  school: SchoolId,
  plan: PlanCourse,
  note: string,
): Promise<number> {
  const { newest } = await tx
    .selectFrom("course_version")
    .select((e) => e.fn.coalesce(e.fn.max("number"), e.lit(0)).as("newest"))
    .where("course_id", "=", plan.id)
    .executeTakeFirstOrThrow();
  const number = newest + 1;
  await tx
    .insertInto("course_version")
    .values({ school_id: school, course_id: plan.id, number, plan: JSON.stringify(plan), note })
    .execute();
  await tx
    .updateTable("course")
    .set({ current_version: number })
    .where("id", "=", plan.id)
    .execute();
  return number;
}

/** Holds a course's row, so that two publishings come one after the other. Answers the version in force. */
export async function lockCourse(tx: SchoolTransaction, id: string): Promise<number | null> {
  const row = await tx
    .selectFrom("course")
    .select("current_version")
    .where("id", "=", id)
    .forUpdate()
    .executeTakeFirst();
  return row?.current_version ?? null;
}

/** Whoever follows the current version stays with it. */
export async function pinEnrollments(
  tx: SchoolTransaction,
  course: string,
  version: number,
): Promise<void> {
  await tx
    .updateTable("enrollment")
    .set({ pinned_version: version })
    .where("course_id", "=", course)
    .where("pinned_version", "is", null)
    .execute();
}

/** The plan of one version. */
export async function readVersion(tx: SchoolTransaction, course: string, number: number) {
  const row = await tx
    .selectFrom("course_version")
    .select("plan")
    .where("course_id", "=", course)
    .where("number", "=", number)
    .executeTakeFirst();
  return row?.plan ?? null;
}

/** What changes dates says so here: whose openings must be worked out again, and that it is to be done. */
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { follow } from "./outbox";

/** Has the openings of everybody in a course, where they do not hold, worked out once this transaction is committed. */
export async function projectSoon(tx: SchoolTransaction, school: SchoolId, course: string) {
  await follow(tx, school, "project-course", { school, course }, { once: `${school}/${course}` });
}

/** Says of everybody in a course, or in one of its cohorts, that their openings must be worked out again. */
export async function unproject(tx: SchoolTransaction, course: string, cohort?: string) {
  await tx
    .updateTable("enrollment")
    .set({ projected_version: null })
    .where("course_id", "=", course)
    .where("projected_version", "is not", null)
    .$if(cohort !== undefined, (query) => query.where("cohort_id", "=", cohort as string))
    .execute();
}

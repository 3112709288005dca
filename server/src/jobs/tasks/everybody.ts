/** What everybody's dates in a course are worked out from, written down where nobody else waits for it. */
import type { SchoolId } from "../../db/connection";
import { everybodyIn } from "../../schedule/everybody";
import type { TaskParts } from ".";

/** Answers JSON text: it is made once, here, and sent as it is. */
export async function everybody(
  { db }: TaskParts,
  { school, course, cohorts }: { school: SchoolId; course: string; cohorts: string[] | null },
): Promise<string> {
  return db.readSchool(school, async (tx) =>
    JSON.stringify(await everybodyIn(tx, school, course, cohorts)),
  );
}

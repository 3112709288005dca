/** Everybody in a course counted, where nobody else waits for it. */
import type { Everybody } from "@dawngate/contract/schedule";
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../../db/connection";
import { everybodyIn } from "../../schedule/everybody";
import type { TaskParts } from ".";

export async function everybody(
  { db }: TaskParts,
  {
    school,
    course,
    cohorts,
    now,
  }: { school: SchoolId; course: string; cohorts: string[] | null; now: Instant },
): Promise<Everybody> {
  return db.readSchool(school, (tx) => everybodyIn(tx, school, course, cohorts, now));
}

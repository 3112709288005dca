/** The openings of a course's people, worked out again where they do not hold. */
import type { Instant } from "@dawngate/core/time";
import type { SchoolId } from "../../db/connection";
import { projectCourse } from "../../schedule/project";
import type { TaskParts } from ".";

export async function project(
  { db }: TaskParts,
  { school, course, now }: { school: string; course: string; now: Instant },
): Promise<void> {
  await projectCourse(db, school as SchoolId, course, now);
}

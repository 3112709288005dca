/** A course's public page, for somebody or for any visitor: whom it counts are many. */
import type { PublicCourse } from "@dawngate/contract/catalog";
import type { Instant } from "@dawngate/core/time";
import { publicCourseFor } from "../../catalog/service";
import type { SchoolId } from "../../db/connection";
import type { TaskParts } from ".";

export async function publicPage(
  { db }: TaskParts,
  {
    school,
    course,
    person,
    now,
  }: { school: SchoolId; course: string; person: string | null; now: Instant },
): Promise<PublicCourse> {
  return db.readSchool(school, (tx) => publicCourseFor(tx, school, course, person, now));
}

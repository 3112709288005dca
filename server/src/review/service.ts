/** Publishing: a draft is frozen into a version. */
import { readDraft } from "../courses/store";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { notFound } from "../http/problem";
import { insertVersion, lockCourse } from "./store";

/** Makes the next version of a course from its draft. Answers its number. */
export async function publish(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  note: string,
): Promise<number> {
  await lockCourse(tx, course);
  const draft = await readDraft(tx, course);
  if (!draft) throw notFound(`There is no course "${course}" in this school.`);
  return insertVersion(tx, school, draft, note);
}

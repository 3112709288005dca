/** What stands in lessons, in the database: read as a version names it, written as revisions. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

export async function insertRevision(
  tx: SchoolTransaction,
  school: SchoolId,
  content: string,
  number: number,
  text: string,
): Promise<void> {
  await tx
    .insertInto("lesson_revision")
    .values({ school_id: school, lesson_id: content, number, body: text })
    .execute();
}

/** The newest text of a lesson as a version of its course names it, whatever the draft holds since. */
export async function readLessonText(
  tx: SchoolTransaction,
  course: string,
  version: number,
  lesson: string,
) {
  const { rows } = await sql<{ body: string }>`
    select r.body from course_version v
    join lesson_revision r on r.school_id = v.school_id and r.lesson_id = v.lessons ->> ${lesson}
    where v.course_id = ${course} and v.number = ${version}
    order by r.number desc limit 1
  `.execute(tx);
  return rows[0]?.body ?? null;
}

/** Holds a lesson's content: whoever changes it in whatever course waits. */
export async function holdContent(tx: SchoolTransaction, content: string): Promise<void> {
  await tx.selectFrom("lesson").select("id").where("id", "=", content).forNoKeyUpdate().execute();
}

/** Announcements in the database. */
import type { Announcement } from "@dawngate/contract/page";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** Who reads: staff all of them; whoever is in the course, what has gone out to everybody and to their cohort. */
export type Reader = "staff" | { cohort: string | null; now: string };

const COLUMNS = ["id", "title", "text", "on_page as onPage", "cohort_id as cohort", "at"] as const;

/** A page of a course's announcements, the latest first, so many and one more. */
export async function readAnnouncements(
  tx: SchoolTransaction,
  course: string,
  reader: Reader,
  after: { at: string; id: string } | null,
  most: number,
): Promise<Announcement[]> {
  let query = tx.selectFrom("announcement").select(COLUMNS).where("course_id", "=", course);
  if (after !== null)
    query = query.where(sql<boolean>`(at, id) < (${after.at}::timestamptz, ${after.id})`);
  if (reader !== "staff")
    query = query
      .where(sql<boolean>`at <= ${reader.now}::timestamptz`)
      .where((e) => e.or([e("cohort_id", "is", null), e("cohort_id", "=", reader.cohort)]));
  return query
    .orderBy("at", "desc")
    .orderBy("id", "desc")
    .limit(most + 1)
    .execute();
}

export async function insertAnnouncement(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  { onPage, cohort, ...announcement }: Announcement,
): Promise<void> {
  await tx
    .insertInto("announcement")
    .values({
      school_id: school,
      course_id: course,
      on_page: onPage,
      cohort_id: cohort,
      ...announcement,
    })
    .execute();
}

/** One of them, held until the transaction ends; null: it was taken back. */
export async function readAnnouncement(
  tx: SchoolTransaction,
  course: string,
  id: string,
): Promise<Announcement | null> {
  const row = await tx
    .selectFrom("announcement")
    .select(COLUMNS)
    .where("course_id", "=", course)
    .where("id", "=", id)
    .forUpdate()
    .executeTakeFirst();
  return row ?? null;
}

export async function updateAnnouncement(
  tx: SchoolTransaction,
  course: string,
  { id, title, text, onPage, cohort, at }: Announcement,
): Promise<void> {
  await tx
    .updateTable("announcement")
    .set({ title, text, on_page: onPage, cohort_id: cohort, at })
    .where("course_id", "=", course)
    .where("id", "=", id)
    .execute();
}

/** Takes it back; gone already is gone. */
export async function deleteAnnouncement(tx: SchoolTransaction, course: string, id: string) {
  await tx
    .deleteFrom("announcement")
    .where("course_id", "=", course)
    .where("id", "=", id)
    .execute();
}

/** The cohort somebody is in a course with; null: with none. */
export async function readCohortOf(tx: SchoolTransaction, enrollment: string) {
  const row = await tx
    .selectFrom("enrollment")
    .select("cohort_id as cohort")
    .where("id", "=", enrollment)
    .executeTakeFirst();
  return row?.cohort ?? null;
}

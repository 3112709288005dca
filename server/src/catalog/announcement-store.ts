/** Announcements in the database. */
import type { Announcement } from "@dawngate/contract/page";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

interface Written {
  title: string;
  text: string;
  onPage: boolean;
}

/** A page of a course's announcements, the latest first, so many and one more. */
export async function readAnnouncements(
  tx: SchoolTransaction,
  course: string,
  after: { at: string; id: string } | null,
  most: number,
): Promise<Announcement[]> {
  const rows = await tx
    .selectFrom("announcement")
    .select(["id", "title", "text", "on_page as onPage", "at"])
    .where("course_id", "=", course)
    .$if(after !== null, (query) =>
      query.where(sql<boolean>`(at, id) < (${after?.at ?? ""}::timestamptz, ${after?.id ?? ""})`),
    )
    .orderBy("at", "desc")
    .orderBy("id", "desc")
    .limit(most + 1)
    .execute();
  return rows;
}

export async function insertAnnouncement(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  { onPage, ...announcement }: Announcement,
): Promise<void> {
  await tx
    .insertInto("announcement")
    .values({ school_id: school, course_id: course, on_page: onPage, ...announcement })
    .execute();
}

/** Puts it otherwise; null where there is none. When it was announced stays. */
export async function updateAnnouncement(
  tx: SchoolTransaction,
  course: string,
  id: string,
  { title, text, onPage }: Written,
): Promise<Announcement | null> {
  const row = await tx
    .updateTable("announcement")
    .set({ title, text, on_page: onPage })
    .where("course_id", "=", course)
    .where("id", "=", id)
    .returning(["id", "title", "text", "on_page as onPage", "at"])
    .executeTakeFirst();
  return row ?? null;
}

/** Takes it back; gone already is gone. */
export async function deleteAnnouncement(tx: SchoolTransaction, course: string, id: string) {
  await tx
    .deleteFrom("announcement")
    .where("course_id", "=", course)
    .where("id", "=", id)
    .execute();
}

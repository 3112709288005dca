/** Notes of one's own, in the database. */
import type { Note } from "@dawngate/contract/learning";
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../../db/connection";

export const NOTES_MOST = 200;
const COLUMNS = ["id", "place", "text", "written_at as at"] as const;

export async function readNotes(
  tx: SchoolTransaction,
  enrollment: string,
  item: string,
): Promise<Note[]> {
  return tx
    .selectFrom("lesson_note")
    .select(COLUMNS)
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .orderBy(sql`place nulls last`)
    .orderBy("written_at")
    .orderBy("id")
    .limit(NOTES_MOST)
    .execute();
}

export async function insertNote(
  tx: SchoolTransaction,
  school: SchoolId,
  enrollment: string,
  item: string,
  { at, ...note }: Note,
): Promise<void> {
  const place = { school_id: school, enrollment_id: enrollment, item };
  await tx
    .insertInto("lesson_note")
    .values({ ...place, ...note, written_at: at })
    .execute();
}

export async function updateNote(
  tx: SchoolTransaction,
  enrollment: string,
  item: string,
  id: string,
  set: { place: number | null; text: string },
): Promise<Note | null> {
  const row = await tx
    .updateTable("lesson_note")
    .set(set)
    .where("id", "=", id)
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .returning(COLUMNS)
    .executeTakeFirst();
  return row ?? null;
}

export async function deleteNote(
  tx: SchoolTransaction,
  enrollment: string,
  item: string,
  id: string,
): Promise<boolean> {
  const { numDeletedRows } = await tx
    .deleteFrom("lesson_note")
    .where("id", "=", id)
    .where("enrollment_id", "=", enrollment)
    .where("item", "=", item)
    .executeTakeFirst();
  return numDeletedRows > 0n;
}

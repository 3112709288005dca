/** What a draft's lessons stand on, in the database: content with revisions, of which the newest counts. */
import { sql } from "kysely";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** What stands in a lesson of a draft, with the number of its revision. */
export async function readRevision(tx: SchoolTransaction, course: string, lesson: string) {
  return tx
    .selectFrom("lesson_placement as placed")
    .leftJoin("lesson_revision as revision", (join) =>
      join
        .onRef("revision.school_id", "=", "placed.school_id")
        .onRef("revision.lesson_id", "=", "placed.lesson_id"),
    )
    .select(["placed.lesson_id", "revision.body", "revision.number", "revision.author"])
    .where("placed.course_id", "=", course)
    .where("placed.id", "=", lesson)
    .orderBy("revision.number", "desc")
    .limit(1)
    .executeTakeFirst();
}

/** What stands in the lessons of a draft, by lesson; empty ones left out. */
export async function readTexts(
  tx: SchoolTransaction,
  course: string,
): Promise<Record<string, string>> {
  const { rows } = await sql<{ id: string; body: string }>`
    select distinct on (placed.id) placed.id, r.body
    from lesson_placement placed
    join lesson_revision r on r.school_id = placed.school_id and r.lesson_id = placed.lesson_id
    where placed.course_id = ${course}
    order by placed.id, r.number desc
  `.execute(tx);
  return Object.fromEntries(
    rows.filter(({ body }) => body !== "").map(({ id, body }) => [id, body]),
  );
}

/** Texts for lessons of a draft that hold nothing yet; those that hold something keep it. */
export async function insertFirstTexts(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  texts: ReadonlyMap<string, string>,
): Promise<void> {
  if (texts.size === 0) return;
  const rows = [...texts].map(([lesson, body]) => ({ lesson, body }));
  await sql`
    insert into lesson_revision (school_id, lesson_id, number, body)
    select placed.school_id, placed.lesson_id, 1, given.body
    from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as given (lesson text, body text)
    join lesson_placement placed on placed.course_id = ${course} and placed.id = given.lesson
    where placed.school_id = ${school} and not exists (
      select 1 from lesson_revision r
      where r.school_id = placed.school_id and r.lesson_id = placed.lesson_id)
  `.execute(tx);
}

/**
 * Lessons of a draft that show nothing beside their text yet show what others show: each named with the content it is
 * taken from. Their materials are the same, of the school's library.
 */
export async function copyParts(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  from: ReadonlyMap<string, string>,
): Promise<void> {
  if (from.size === 0) return;
  const rows = [...from].map(([lesson, content]) => ({ lesson, content }));
  const given = sql`jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as given (lesson text, content text)`;
  const placed = sql`join lesson_placement placed on placed.course_id = ${course} and placed.id = given.lesson
    and placed.school_id = ${school}`;
  await sql`
    insert into lesson_part (school_id, lesson_id, number, part, materials)
    select placed.school_id, placed.lesson_id, 1, newest.part, newest.materials
    from ${given} ${placed}
    join lateral (
      select part, materials from lesson_part p
      where p.school_id = placed.school_id and p.lesson_id = given.content
      order by number desc limit 1
    ) newest on true
    on conflict do nothing
  `.execute(tx);
  for (const [table, thing] of [
    ["file_use", "file_id"],
    ["material_use", "material_id"],
  ] as const)
    await sql`
      insert into ${sql.table(table)} (school_id, ${sql.ref(thing)}, lesson_id)
      select placed.school_id, used.${sql.ref(thing)}, placed.lesson_id
      from ${given} ${placed}
      join ${sql.table(table)} used on used.school_id = placed.school_id and used.lesson_id = given.content
      on conflict do nothing
    `.execute(tx);
}

/** What stands in the lessons of a draft: content by lesson, for a version that is made of it. */
export async function contentsOfDraft(
  tx: SchoolTransaction,
  course: string,
): Promise<Record<string, string>> {
  const rows = await tx
    .selectFrom("lesson_placement")
    .select(["id", "lesson_id"])
    .where("course_id", "=", course)
    .execute();
  return Object.fromEntries(rows.map(({ id, lesson_id }) => [id, lesson_id]));
}

/** The other courses whose drafts hold this content, by title. */
export async function coursesWith(tx: SchoolTransaction, content: string, but: string) {
  return tx
    .selectFrom("lesson_placement as placed")
    .innerJoin("course_draft as draft", (join) =>
      join
        .onRef("draft.school_id", "=", "placed.school_id")
        .onRef("draft.course_id", "=", "placed.course_id"),
    )
    .select(["draft.course_id as course", "draft.title"])
    .distinct()
    .where("placed.lesson_id", "=", content)
    .where("draft.course_id", "<>", but)
    .orderBy("draft.title")
    .execute();
}

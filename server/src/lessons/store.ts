/** What stands in lessons, in the database: read as a version names it, written as revisions. */
import type { LessonPart } from "@dawngate/core/lessons";
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

/** What stands in a lesson: its text, its main part, and the names of its materials. */
export interface Standing {
  /** The content, whatever lesson it stands in; null: there is no such lesson. */
  lesson: string | null;
  text: string;
  part: LessonPart | null;
  materials: string[];
}

const NOTHING: Standing = { lesson: null, text: "", part: null, materials: [] };

/** The newest that stands in a lesson as a version of its course names it, whatever the draft holds since. */
export async function readStanding(
  tx: SchoolTransaction,
  course: string,
  version: number,
  lesson: string,
): Promise<Standing> {
  const { rows } = await sql<{
    lesson: string | null;
    body: string | null;
    part: LessonPart | null;
    materials: string[] | null;
  }>`
    select v.lessons ->> ${lesson} as lesson,
      (select body from lesson_revision r
        where r.school_id = v.school_id and r.lesson_id = v.lessons ->> ${lesson}
        order by number desc limit 1) as body,
      newest.part, newest.materials
    from course_version v
    left join lateral (
      select part, materials from lesson_part p
      where p.school_id = v.school_id and p.lesson_id = v.lessons ->> ${lesson}
      order by number desc limit 1
    ) newest on true
    where v.course_id = ${course} and v.number = ${version}
  `.execute(tx);
  const [row] = rows;
  return row
    ? { lesson: row.lesson, text: row.body ?? "", part: row.part, materials: row.materials ?? [] }
    : NOTHING;
}

/** Holds a lesson's content: whoever changes it in whatever course waits. */
export async function holdContent(tx: SchoolTransaction, content: string): Promise<void> {
  await tx.selectFrom("lesson").select("id").where("id", "=", content).forNoKeyUpdate().execute();
}

/** The newest part and materials of a content, with the number of their revision; 0: none was kept yet. */
export async function readPart(tx: SchoolTransaction, content: string) {
  const row = await tx
    .selectFrom("lesson_part")
    .select(["number", "part", "materials", "author"])
    .where("lesson_id", "=", content)
    .orderBy("number", "desc")
    .limit(1)
    .executeTakeFirst();
  return row ?? { number: 0, part: null, materials: [], author: "" };
}

/** Keeps a part and materials as a revision, and says where the materials stand now. */
export async function insertPart(
  tx: SchoolTransaction,
  school: SchoolId,
  content: string,
  number: number,
  part: LessonPart | null,
  materials: readonly string[],
): Promise<void> {
  await tx
    .insertInto("lesson_part")
    .values({
      school_id: school,
      lesson_id: content,
      number,
      part: part && JSON.stringify(part),
      materials: [...materials],
    })
    .execute();
  await tx.deleteFrom("material_use").where("lesson_id", "=", content).execute();
  if (materials.length > 0)
    await tx
      .insertInto("material_use")
      .values(materials.map((one) => ({ school_id: school, material_id: one, lesson_id: content })))
      .execute();
}

/** Says that a content shows these files; that it has shown others stays known. */
export async function useFiles(
  tx: SchoolTransaction,
  school: SchoolId,
  content: string,
  files: readonly string[],
): Promise<void> {
  if (files.length === 0) return;
  await sql`
    insert into file_use (school_id, file_id, lesson_id)
    select ${school}, f.id, ${content} from file f where f.id = any(${[...new Set(files)]})
    on conflict do nothing
  `.execute(tx);
}

/** The texts of a content, the newest first, before a number. */
export async function pageOfRevisions(
  tx: SchoolTransaction,
  content: string,
  before: number | null,
  most: number,
) {
  return tx
    .selectFrom("lesson_revision")
    .select(["number", "author", "created_at as at", sql<number>`length(body)`.as("characters")])
    .where("lesson_id", "=", content)
    .$if(before !== null, (query) => query.where("number", "<", before as number))
    .orderBy("number", "desc")
    .limit(most)
    .execute();
}

export async function readTextRevision(tx: SchoolTransaction, content: string, number: number) {
  const row = await tx
    .selectFrom("lesson_revision")
    .select(["number", "author", "created_at as at", "body as text"])
    .where("lesson_id", "=", content)
    .where("number", "=", number)
    .executeTakeFirst();
  return row ?? null;
}

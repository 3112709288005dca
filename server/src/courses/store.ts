/** Courses in the database: the list of them, and the row of each. */

import type { CatalogPlace, Cover } from "@dawngate/contract/courses";
import type { OwnWords } from "@dawngate/core/courses";
import { sql } from "kysely";
import type { SchoolTransaction } from "../db/connection";
import { merged } from "../school/store";

/**
 * Courses in the school's own order, so many after a place: as their current version has them, or their draft where
 * there is none. Of some courses alone where one reaches only those.
 */
export async function listCourseRows(
  tx: SchoolTransaction,
  after: readonly [number, string] | null,
  most: number,
  among: readonly string[] | null,
) {
  const { rows } = await sql<{
    id: string;
    position: number;
    title: string;
    modules: number;
    lessons: number;
    minutes: number;
    version: number | null;
    archived: boolean;
    catalog: CatalogPlace;
    group: string;
    cover: Cover | null;
  }>`
    with c as materialized (
      select c.school_id, c.id, c.position, c.archived, c.group_name, c.current_version, c.catalog
      from course c
      where true
        ${after === null ? sql`` : sql`and (c.position, c.id) > (${after[0]}::integer, ${after[1]})`}
        ${among === null ? sql`` : sql`and c.id = any (${among}::text[])`}
      order by c.position, c.id limit ${sql.lit(most)}
    )
    select c.id, c.position, c.archived, c.catalog, c.group_name as "group", c.current_version as version,
      coalesce(v.title, w.title) as title, coalesce(v.modules, d.modules) as modules,
      coalesce(v.lesson_count, d.lessons) as lessons, coalesce(v.minutes, d.minutes) as minutes,
      case when p.hash is null then null else jsonb_build_object('hash', p.hash, 'width', p.width,
        'height', p.height, 'x', p.focus_x, 'y', p.focus_y) end as cover
    from c
    left join course_cover p on p.school_id = c.school_id and p.course_id = c.id
    join course_draft w on w.school_id = c.school_id and w.course_id = c.id
    left join course_version v
      on v.school_id = c.school_id and v.course_id = c.id and v.number = c.current_version
    left join lateral (
      select count(distinct m.id)::integer as modules, count(l.id)::integer as lessons,
        coalesce(sum(l.minutes), 0)::double precision as minutes
      from module_placement m
      left join lesson_placement l on l.school_id = m.school_id and l.course_id = m.course_id
        and l.module_id = m.id and l.visible = 'published'
      where c.current_version is null
        and m.school_id = c.school_id and m.course_id = c.id and m.visible = 'published'
    ) d on true
    order by c.position, c.id
  `.execute(tx);
  return rows;
}

/** A course that is published, and which version is in force; null where none is. */
export async function readPublishedRow(tx: SchoolTransaction, id: string) {
  const row = await tx
    .selectFrom("course")
    .innerJoin("course_version as version", (join) =>
      join
        .onRef("version.school_id", "=", "course.school_id")
        .onRef("version.course_id", "=", "course.id")
        .onRef("version.number", "=", "course.current_version"),
    )
    .innerJoin("course_page as page", (join) =>
      join
        .onRef("page.school_id", "=", "course.school_id")
        .onRef("page.course_id", "=", "course.id"),
    )
    .select([
      "course.id",
      "page.description",
      "course.archived",
      "course.words",
      "page.card",
      "version.number",
      "version.published_at",
    ])
    .where("course.id", "=", id)
    .executeTakeFirst();
  return row ?? null;
}

export type CourseRow = NonNullable<Awaited<ReturnType<typeof readCourseRow>>>;

/** A course with its draft's number and its page; the draft is held for the rest of the transaction where asked to. */
export async function readCourseRow(tx: SchoolTransaction, id: string, hold = false) {
  return tx
    .selectFrom("course")
    .innerJoin("course_draft as draft", (join) =>
      join
        .onRef("draft.school_id", "=", "course.school_id")
        .onRef("draft.course_id", "=", "course.id"),
    )
    .innerJoin("course_page as page", (join) =>
      join
        .onRef("page.school_id", "=", "course.school_id")
        .onRef("page.course_id", "=", "course.id"),
    )
    .select([
      "course.id",
      "course.current_version",
      "course.archived",
      "course.words",
      "course.questions",
      "draft.sequence",
      "draft.meant",
      "page.description",
      "page.card",
    ])
    .where("course.id", "=", id)
    .$if(hold, (query) => query.forNoKeyUpdate("draft"))
    .executeTakeFirst();
}

export async function nextPosition(tx: SchoolTransaction): Promise<number> {
  const { last } = await tx
    .selectFrom("course")
    .select((e) => e.fn.coalesce(e.fn.max("position"), e.lit(-1)).as("last"))
    .executeTakeFirstOrThrow();
  return last + 1;
}

/** Where a course stands, and what its parts are called. */
export async function setPlace(
  tx: SchoolTransaction,
  id: string,
  {
    words,
    ...set
  }: {
    archived?: boolean;
    group_name?: string;
    catalog?: CatalogPlace;
    questions?: boolean;
    words?: OwnWords;
  },
): Promise<void> {
  if (Object.keys(set).length > 0 || words)
    await tx
      .updateTable("course")
      .set({ ...set, ...(words && { words: merged("words", words) }) })
      .where("id", "=", id)
      .execute();
}

/** Puts a course after another in the school's list, or first. The caller's transaction holds all courses. */
export async function orderCourses(
  tx: SchoolTransaction,
  id: string,
  after: string | null,
): Promise<void> {
  const rows = await tx
    .selectFrom("course")
    .select(["id", "position"])
    // Held in an order that does not change, so that two who arrange take turns; what they waited for may have moved.
    .orderBy("id")
    .forNoKeyUpdate()
    .execute();
  rows.sort((a, b) => a.position - b.position);
  const rest = rows.filter((row) => row.id !== id).map((row) => row.id);
  // After one that is gone: at the end.
  const at = after === null ? 0 : rest.indexOf(after) + 1 || rest.length;
  const order = [...rest.slice(0, at), id, ...rest.slice(at)];
  await sql`
    update course set position = given.position
    from (select value as id, ordinality::integer - 1 as position
          from jsonb_array_elements_text(${JSON.stringify(order)}::jsonb) with ordinality) given
    where course.id = given.id and course.position <> given.position
  `.execute(tx);
}

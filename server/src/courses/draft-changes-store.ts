/** What was changed in a draft, written where it has changed and nowhere else. */
import { isDeepStrictEqual } from "node:util";
import type { PlanCourse, PlanLesson, PlanModule } from "@dawngate/core/plan";
import { sql } from "kysely";
import { insertMany } from "../db/bulk";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { courseColumns, lessonColumns, moduleColumns } from "./draft-store";

/** Writes what differs between two states of a draft: settings, modules and lessons, by their rows. */
export async function saveDraft(
  tx: SchoolTransaction,
  school: SchoolId,
  before: PlanCourse,
  after: PlanCourse,
  shared: ReadonlyMap<string, string> = new Map(),
): Promise<void> {
  const settings = courseColumns(after);
  if (!isDeepStrictEqual(courseColumns(before), settings))
    await tx
      .updateTable("course_draft")
      .set({ ...settings, validity: JSON.stringify(settings.validity) })
      .where("course_id", "=", after.id)
      .execute();

  const old = { modules: modulesOf(before), lessons: lessonsOf(before) };
  const next = { modules: modulesOf(after), lessons: lessonsOf(after) };
  // Lessons go before the modules that hold them, and come after them.
  const goneLessons = missing(old.lessons, next.lessons);
  if (goneLessons.length > 0)
    await tx
      .deleteFrom("lesson_placement")
      .where("course_id", "=", after.id)
      .where("id", "in", goneLessons)
      .execute();
  const movedAway = [...next.lessons.values()]
    .filter(({ id, module_id }) => {
      const was = old.lessons.get(id);
      return was !== undefined && was.module_id !== module_id;
    })
    .map(({ id }) => id);
  const newModules = missing(next.modules, old.modules).map((id) => next.modules.get(id));
  await insertMany(
    tx,
    "module_placement",
    newModules.map((row) => ({ school_id: school, course_id: after.id, ...row })),
  );
  const newLessons = missing(next.lessons, old.lessons);
  const contents = await contentsOf(tx, after.id, newLessons, shared);
  for (const id of newLessons)
    await insertLesson(tx, school, after.id, next.lessons.get(id) as LessonRow, contents.get(id));
  for (const [id, row] of next.lessons) {
    const was = old.lessons.get(id);
    if (!was || (!movedAway.includes(id) && isDeepStrictEqual(was, row))) continue;
    await tx
      .updateTable("lesson_placement")
      .set(asJson(row))
      .where("course_id", "=", after.id)
      .where("id", "=", id)
      .execute();
  }
  for (const [id, row] of next.modules) {
    const was = old.modules.get(id);
    if (!was || isDeepStrictEqual(was, row)) continue;
    await tx
      .updateTable("module_placement")
      .set({ ...asJson(row), inside: row.inside && JSON.stringify(row.inside) })
      .where("course_id", "=", after.id)
      .where("id", "=", id)
      .execute();
  }
  const goneModules = missing(old.modules, next.modules);
  if (goneModules.length > 0)
    await tx
      .deleteFrom("module_placement")
      .where("course_id", "=", after.id)
      .where("id", "in", goneModules)
      .execute();
}

type ModuleRow = ReturnType<typeof moduleColumns>;
type LessonRow = ReturnType<typeof lessonColumns>;

function modulesOf(course: PlanCourse): Map<string, ModuleRow> {
  return new Map(
    course.modules.map((module: PlanModule, i) => [module.id, moduleColumns(module, i)]),
  );
}

function lessonsOf(course: PlanCourse): Map<string, LessonRow> {
  return new Map(
    course.modules.flatMap((module) =>
      module.lessons.map(
        (lesson: PlanLesson, i) => [lesson.id, lessonColumns(lesson, i, module.id)] as const,
      ),
    ),
  );
}

/** What stands in the first and not in the second. */
function missing(a: ReadonlyMap<string, unknown>, b: ReadonlyMap<string, unknown>): string[] {
  return [...a.keys()].filter((id) => !b.has(id));
}

function asJson<T extends { cohorts: unknown; gate: unknown; closes: unknown; due: unknown }>(
  row: T,
) {
  const text = (value: unknown) => (value === null ? null : JSON.stringify(value));
  return {
    ...row,
    cohorts: text(row.cohorts),
    gate: text(row.gate),
    closes: text(row.closes),
    due: text(row.due),
  };
}

/**
 * What lessons that come in stand on, where that is shared with another course: as they are put in now, or, where
 * they are put back, as they were put in once. Content that is not this school's is none.
 */
async function contentsOf(
  tx: SchoolTransaction,
  course: string,
  lessons: readonly string[],
  shared: ReadonlyMap<string, string>,
): Promise<Map<string, string>> {
  if (lessons.length === 0) return new Map();
  const { rows } = await sql<{ lesson: string; content: string }>`
    select given.lesson, lesson.id as content
    from (
      select distinct on (lesson) lesson, content
      from (
        select operation->'lesson'->>'id' as lesson, operation->>'content' as content, sequence
        from draft_operation
        where course_id = ${course} and operation ? 'content'
        union all
        select came.key, came.value, sequence
        from draft_operation, jsonb_each_text(operation->'contents') came
        where course_id = ${course} and operation ? 'contents'
      ) put
      where lesson = any (${[...lessons]})
      order by lesson, sequence desc
    ) given
    join lesson on lesson.id = given.content
  `.execute(tx);
  const kept = new Map(rows.map(({ lesson, content }) => [lesson, content]));
  const now = [...shared].filter(([id]) => lessons.includes(id));
  if (now.length > 0) {
    const there = await tx
      .selectFrom("lesson")
      .select("id")
      .where(
        "id",
        "in",
        now.map(([, content]) => content),
      )
      .execute();
    const ids = new Set(there.map(({ id }) => id));
    for (const [lesson, content] of now) if (ids.has(content)) kept.set(lesson, content);
  }
  return kept;
}

/** A lesson that is put back finds the content it had. */
async function insertLesson(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  row: LessonRow,
  content = `${course}/${row.id}`,
): Promise<void> {
  await tx
    .insertInto("lesson")
    .values({ school_id: school, id: content })
    .onConflict((conflict) => conflict.columns(["school_id", "id"]).doNothing())
    .execute();
  await insertMany(tx, "lesson_placement", [
    { school_id: school, course_id: course, lesson_id: content, ...row },
  ]);
}

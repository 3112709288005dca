/** Courses in the database: the draft that authors edit, and what a lesson holds. */

import type { CourseCard, Operation, OwnWords } from "@dawngate/core/courses";
import {
  courseSchema,
  type PlanCourse,
  type PlanLesson,
  type PlanModule,
} from "@dawngate/core/plan";
import { sql } from "kysely";
import { insertMany } from "../db/bulk";
import type { SchoolId, SchoolTransaction } from "../db/connection";
import { DRAFT_CHANNEL, draftTopic } from "../jobs/changes";
import { merged } from "../school/store";

/** A course's settings as its row has them. */
export function courseColumns(course: PlanCourse) {
  return {
    title: course.title,
    clock: course.clock,
    release_hour: course.releaseHour,
    counting: course.counting,
    lesson_order: course.order,
    opens_on: course.opensOn,
    window_opens: course.window?.opens ?? null,
    window_closes: course.window?.closes ?? null,
    validity: course.validity,
  };
}

export function moduleColumns(module: PlanModule, position: number) {
  const { id, title, visible, gate, closes, due } = module;
  return { id, position, title, visible, gate, closes, due };
}

export function lessonColumns(lesson: PlanLesson, position: number, module: string) {
  const { id, title, visible, gate, closes, due } = lesson;
  return {
    module_id: module,
    id,
    position,
    title,
    visible,
    gate,
    closes,
    due,
    kind: lesson.kind,
    holds_next: lesson.holdsNext,
    sample: lesson.sample,
    required: lesson.required,
    minutes: lesson.minutes,
  };
}

/** Writes a new course's draft: its settings, its outline, and the text of each lesson. */
export async function insertDraft(
  tx: SchoolTransaction,
  school: SchoolId,
  course: PlanCourse,
  position: number,
  texts: ReadonlyMap<string, string>,
): Promise<void> {
  await insertMany(tx, "course", [
    { school_id: school, id: course.id, position, ...courseColumns(course) },
  ]);
  const placed = course.modules.flatMap((module) =>
    module.lessons.map((lesson, number) => ({ module: module.id, lesson, number })),
  );
  const inCourse = { school_id: school, course_id: course.id };
  await insertMany(
    tx,
    "module_placement",
    course.modules.map((module, number) => ({ ...inCourse, ...moduleColumns(module, number) })),
  );
  // Content of its own: one lesson may stand in several courses, so it is named after the course it came with.
  const content = (lesson: PlanLesson) => `${course.id}/${lesson.id}`;
  await insertMany(
    tx,
    "lesson",
    placed.map(({ lesson }) => ({ school_id: school, id: content(lesson) })),
  );
  await insertMany(
    tx,
    "lesson_revision",
    placed.map(({ lesson }) => ({
      school_id: school,
      lesson_id: content(lesson),
      number: 1,
      body: texts.get(lesson.id) ?? "",
    })),
  );
  await insertMany(
    tx,
    "lesson_placement",
    placed.map(({ module, lesson, number }) => ({
      ...inCourse,
      lesson_id: content(lesson),
      ...lessonColumns(lesson, number, module),
    })),
  );
}

/** The draft as a plan's course. A lesson whose newest revision holds nothing is empty. */
export async function readDraft(tx: SchoolTransaction, id: string): Promise<PlanCourse | null> {
  const course = await tx.selectFrom("course").selectAll().where("id", "=", id).executeTakeFirst();
  if (!course) return null;
  const modules = await tx
    .selectFrom("module_placement")
    .selectAll()
    .where("course_id", "=", id)
    .orderBy("position")
    .execute();
  const lessons = await tx
    .selectFrom("lesson_placement as placed")
    .selectAll("placed")
    .select(
      sql<boolean>`coalesce((
        select revision.body from lesson_revision revision
        where revision.school_id = placed.school_id and revision.lesson_id = placed.lesson_id
        order by revision.number desc limit 1
      ), '') = ''`.as("empty"),
    )
    .where("course_id", "=", id)
    .orderBy("position")
    .execute();
  return courseSchema.parse({
    id: course.id,
    title: course.title,
    clock: course.clock,
    releaseHour: course.release_hour,
    counting: course.counting,
    order: course.lesson_order,
    opensOn: course.opens_on,
    window: windowOf(course),
    validity: course.validity,
    modules: modules.map((module) => ({
      ...scheduledKeys(module),
      lessons: lessons
        .filter((lesson) => lesson.module_id === module.id)
        .map((lesson) => ({
          ...scheduledKeys(lesson),
          kind: lesson.kind,
          holdsNext: lesson.holds_next,
          sample: lesson.sample,
          required: lesson.required,
          minutes: lesson.minutes,
          empty: lesson.empty,
        })),
    })),
  } satisfies Record<keyof PlanCourse, unknown>);
}

function scheduledKeys({
  id,
  title,
  visible,
  gate,
  closes,
  due,
}: {
  id: string;
  title: string;
  visible: string;
  gate: unknown;
  closes: unknown;
  due: unknown;
}) {
  return { id, title, visible, gate, closes, due };
}

/** A window's two columns as a plan has it. */
export function windowOf(row: { window_opens: string | null; window_closes: string | null }) {
  const { window_opens: opens, window_closes: closes } = row;
  return opens === null || closes === null ? null : { opens, closes };
}

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
    group: string;
  }>`
    with c as materialized (
      select c.school_id, c.id, c.position, c.archived, c.group_name, c.title, c.current_version
      from course c
      where true
        ${after === null ? sql`` : sql`and (c.position, c.id) > (${after[0]}::integer, ${after[1]})`}
        ${among === null ? sql`` : sql`and c.id = any (${among}::text[])`}
      order by c.position, c.id limit ${sql.lit(most)}
    )
    select c.id, c.position, c.archived, c.group_name as "group", c.current_version as version,
      coalesce(v.title, c.title) as title, coalesce(v.modules, d.modules) as modules,
      coalesce(v.lesson_count, d.lessons) as lessons, coalesce(v.minutes, d.minutes) as minutes
    from c
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
    .select([
      "course.id",
      "course.description",
      "course.archived",
      "course.words",
      "course.card",
      "version.number",
      "version.published_at",
    ])
    .where("course.id", "=", id)
    .executeTakeFirst();
  return row ?? null;
}

/** The draft's number, its description and what is published; held for the rest of the transaction where asked to. */
export async function readCourseRow(tx: SchoolTransaction, id: string, hold = false) {
  return tx
    .selectFrom("course")
    .select([
      "id",
      "draft_sequence",
      "description",
      "current_version",
      "archived",
      "words",
      "card",
      "meant",
    ])
    .where("id", "=", id)
    .$if(hold, (query) => query.forNoKeyUpdate())
    .executeTakeFirst();
}

export async function nextPosition(tx: SchoolTransaction): Promise<number> {
  const { last } = await tx
    .selectFrom("course")
    .select((e) => e.fn.coalesce(e.fn.max("position"), e.lit(-1)).as("last"))
    .executeTakeFirstOrThrow();
  return last + 1;
}

export async function setPlace(
  tx: SchoolTransaction,
  id: string,
  {
    words,
    card,
    ...set
  }: { archived?: boolean; group_name?: string; words?: OwnWords; card?: CourseCard },
) {
  if (Object.keys(set).length > 0 || words || card)
    await tx
      .updateTable("course")
      .set({
        ...set,
        ...(words && { words: merged("words", words) }),
        ...(card && { card: merged("card", card) }),
      })
      .where("id", "=", id)
      .execute();
}

/** Keeps, or forgets, that a snag is meant so; of very many the oldest go. */
export async function setMeant(
  tx: SchoolTransaction,
  id: string,
  { key, so }: { key: string; so: boolean },
): Promise<void> {
  const others = sql`array_remove(meant, ${key})`;
  await tx
    .updateTable("course")
    .set({ meant: so ? sql`(array_prepend(${key}, ${others}))[1:1000]` : sql`${others}` })
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

export async function setDescription(tx: SchoolTransaction, id: string, description: string) {
  await tx.updateTable("course").set({ description }).where("id", "=", id).execute();
}

/** The operations after a number, in order. */
export async function readOperations(tx: SchoolTransaction, course: string, after: number) {
  return tx
    .selectFrom("draft_operation")
    .select(["sequence", "client_id as clientId", "client_number as number", "operation"])
    .where("course_id", "=", course)
    .where("sequence", ">", after)
    .orderBy("sequence")
    .execute();
}

/** The highest number of a client's own that has been played. */
export async function lastNumberOf(tx: SchoolTransaction, course: string, client: string) {
  const { last } = await tx
    .selectFrom("draft_operation")
    .select((e) => e.fn.coalesce(e.fn.max("client_number"), e.lit(0)).as("last"))
    .where("course_id", "=", course)
    .where("client_id", "=", client)
    .executeTakeFirstOrThrow();
  return last;
}

/** Writes operations down, moves the draft's number on, and tells whoever listens. */
export async function appendOperations(
  tx: SchoolTransaction,
  school: SchoolId,
  course: string,
  first: number,
  operations: { clientId: string; number: number; operation: Operation }[],
): Promise<void> {
  await insertMany(
    tx,
    "draft_operation",
    operations.map(({ clientId, number, operation }, i) => ({
      school_id: school,
      course_id: course,
      sequence: first + i,
      client_id: clientId,
      client_number: number,
      operation,
    })),
  );
  await tx
    .updateTable("course")
    .set({ draft_sequence: first + operations.length - 1 })
    .where("id", "=", course)
    .execute();
  await sql`select pg_notify(${DRAFT_CHANNEL}, ${draftTopic(school, course)})`.execute(tx);
}

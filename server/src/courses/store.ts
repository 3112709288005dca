/** Courses in the database: the draft that authors edit, and what a lesson holds. */
import {
  courseSchema,
  type PlanCourse,
  type PlanLesson,
  type PlanModule,
} from "@dawngate/core/plan";
import { sql } from "kysely";
import { insertMany } from "../db/bulk";
import type { SchoolId, SchoolTransaction } from "../db/connection";

/** Writes a new course's draft: its settings, its outline, and the text of each lesson. */
export async function insertDraft(
  tx: SchoolTransaction,
  school: SchoolId,
  course: PlanCourse,
  position: number,
  texts: ReadonlyMap<string, string>,
): Promise<void> {
  await insertMany(tx, "course", [
    {
      school_id: school,
      id: course.id,
      title: course.title,
      position,
      clock: course.clock,
      release_hour: course.releaseHour,
      counting: course.counting,
      lesson_order: course.order,
      opens_on: course.opensOn,
      window_opens: course.window?.opens ?? null,
      window_closes: course.window?.closes ?? null,
      validity: course.validity,
    },
  ]);
  const placed = course.modules.flatMap((module) =>
    module.lessons.map((lesson, number) => ({ module: module.id, lesson, number })),
  );
  await insertMany(
    tx,
    "module_placement",
    course.modules.map((module, number) => ({
      school_id: school,
      course_id: course.id,
      ...scheduledColumns(module, number),
    })),
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
      school_id: school,
      course_id: course.id,
      module_id: module,
      lesson_id: content(lesson),
      ...scheduledColumns(lesson, number),
      kind: lesson.kind,
      holds_next: lesson.holdsNext,
      sample: lesson.sample,
      required: lesson.required,
      minutes: lesson.minutes,
    })),
  );
}

function scheduledColumns(item: PlanModule | PlanLesson, position: number) {
  const { id, title, visible, gate, closes, due } = item;
  return { id, position, title, visible, gate, closes, due };
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

/** Every course with its current version, in the school's own order. Courses that were never published are left out. */
export async function listPublished(tx: SchoolTransaction) {
  return publishedCourses(tx).orderBy("course.position").orderBy("course.id").execute();
}

/** A course with its current version, or null where there is none. */
export async function readPublished(tx: SchoolTransaction, id: string) {
  return (await publishedCourses(tx).where("course.id", "=", id).executeTakeFirst()) ?? null;
}

export type PublishedCourse = NonNullable<Awaited<ReturnType<typeof readPublished>>>;

function publishedCourses(tx: SchoolTransaction) {
  return tx
    .selectFrom("course")
    .innerJoin("course_version as version", (join) =>
      join
        .onRef("version.school_id", "=", "course.school_id")
        .onRef("version.course_id", "=", "course.id")
        .onRef("version.number", "=", "course.current_version"),
    )
    .select(["course.id", "version.number", "version.plan", "version.published_at"]);
}

/** The newest text of a lesson that stands in the course's current version. */
export async function readLessonText(tx: SchoolTransaction, course: string, lesson: string) {
  const row = await tx
    .selectFrom("lesson_placement as placed")
    .innerJoin("lesson_revision as revision", (join) =>
      join
        .onRef("revision.school_id", "=", "placed.school_id")
        .onRef("revision.lesson_id", "=", "placed.lesson_id"),
    )
    .select("revision.body")
    .where("placed.course_id", "=", course)
    .where("placed.id", "=", lesson)
    .orderBy("revision.number", "desc")
    .limit(1)
    .executeTakeFirst();
  return row?.body ?? null;
}

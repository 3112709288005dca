/** Drafts in the database: what authors edit, row by row. */
import {
  courseSchema,
  type PlanCourse,
  type PlanLesson,
  type PlanModule,
} from "@dawngate/core/plan";
import { sql } from "kysely";
import { insertMany } from "../db/bulk";
import type { SchoolId, SchoolTransaction } from "../db/connection";

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
  const { id, title, visible, cohorts = null, gate, closes, due, inside = null } = module;
  return { id, position, title, visible, cohorts, gate, closes, due, inside };
}

export function lessonColumns(lesson: PlanLesson, position: number, module: string) {
  const { id, title, visible, cohorts = null, gate, closes, due } = lesson;
  return {
    module_id: module,
    id,
    position,
    title,
    visible,
    cohorts,
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

/** Writes a new course: its place, its page, its draft with settings, outline and the text of each lesson. Answers the draft. */
export async function insertCourse(
  tx: SchoolTransaction,
  school: SchoolId,
  course: PlanCourse,
  position: number,
  texts: ReadonlyMap<string, string>,
  /** Content that stands already, by lesson: it is shared, and its text is not written. */
  shared: ReadonlyMap<string, string> = new Map(),
): Promise<PlanCourse> {
  await insertMany(tx, "course", [{ school_id: school, id: course.id, position }]);
  const placed = course.modules.flatMap((module) =>
    module.lessons.map((lesson, number) => ({ module: module.id, lesson, number })),
  );
  const inCourse = { school_id: school, course_id: course.id };
  await insertMany(tx, "course_draft", [{ ...inCourse, ...courseColumns(course) }]);
  await insertMany(tx, "course_page", [inCourse]);
  await insertMany(
    tx,
    "module_placement",
    course.modules.map((module, number) => ({ ...inCourse, ...moduleColumns(module, number) })),
  );
  // Content of its own: one lesson may stand in several courses, so it is named after the course it came with.
  const content = (lesson: PlanLesson) => shared.get(lesson.id) ?? `${course.id}/${lesson.id}`;
  const own = placed.filter(({ lesson }) => !shared.has(lesson.id));
  await insertMany(
    tx,
    "lesson",
    own.map(({ lesson }) => ({ school_id: school, id: content(lesson) })),
  );
  await insertMany(
    tx,
    "lesson_revision",
    own.map(({ lesson }) => ({
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
  return {
    ...course,
    modules: course.modules.map((module) => ({
      ...module,
      lessons: module.lessons.map((one) => ({ ...one, empty: (texts.get(one.id) ?? "") === "" })),
    })),
  };
}

/** The draft as a plan's course. A lesson is empty where neither text nor anything else stands in it. */
export async function readDraft(tx: SchoolTransaction, id: string): Promise<PlanCourse | null> {
  const course = await tx
    .selectFrom("course_draft")
    .selectAll()
    .where("course_id", "=", id)
    .executeTakeFirst();
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
      ), '') = '' and not coalesce((
        select part.part is not null or cardinality(part.materials) > 0 from lesson_part part
        where part.school_id = placed.school_id and part.lesson_id = placed.lesson_id
        order by part.number desc limit 1
      ), false)`.as("empty"),
    )
    .where("course_id", "=", id)
    .orderBy("position")
    .execute();
  return courseSchema.parse({
    id,
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
      ...(module.inside !== null && { inside: module.inside }),
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
  cohorts,
  gate,
  closes,
  due,
}: {
  id: string;
  title: string;
  visible: string;
  cohorts: unknown;
  gate: unknown;
  closes: unknown;
  due: unknown;
}) {
  // Of what everybody has nothing is said: two outlines are alike by what is said in them.
  return { id, title, visible, ...(cohorts !== null && { cohorts }), gate, closes, due };
}

/** A window's two columns as a plan has it. */
export function windowOf(row: { window_opens: string | null; window_closes: string | null }) {
  const { window_opens: opens, window_closes: closes } = row;
  return opens === null || closes === null ? null : { opens, closes };
}

/** Keeps, or forgets, that a snag is meant so; of very many the oldest go. */
export async function setMeant(
  tx: SchoolTransaction,
  id: string,
  { key, so }: { key: string; so: boolean },
): Promise<void> {
  const others = sql`array_remove(meant, ${key})`;
  await tx
    .updateTable("course_draft")
    .set({ meant: so ? sql`(array_prepend(${key}, ${others}))[1:1000]` : sql`${others}` })
    .where("course_id", "=", id)
    .execute();
}

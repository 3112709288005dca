/** What stands in lessons: read as it is published, edited with revisions. */
import type { DraftTexts, LessonDraft, LessonText } from "@dawngate/contract/lessons";
import { conflict, notFound } from "../base/problem";
import { existing } from "../courses/authoring";
import { coursesWith, readRevision, readTexts } from "../courses/content-store";
import { publishedOutline } from "../courses/outline";
import { published } from "../courses/service";
import type { Database } from "../db/connection";
import type { Context } from "../school/context";
import { reading } from "../school/service";
import { holdContent, insertRevision, readLessonText } from "./store";

export async function showLessonText(
  db: Database,
  context: Context,
  courseId: string,
  lessonId: string,
): Promise<LessonText> {
  return reading(db, context, async (tx) => {
    const { plan, number } = await published(tx, context.school, courseId);
    const lesson = publishedOutline(plan)
      .flatMap((module) => module.lessons)
      .find(({ id }) => id === lessonId);
    if (!lesson) throw notFound(`There is no lesson "${lessonId}" in this course.`);
    const { id, title, kind, minutes } = lesson;
    return {
      id,
      title,
      kind,
      minutes,
      text: (await readLessonText(tx, courseId, number, id)) ?? "",
    };
  });
}

/** What stands in all lessons of a draft, for taking the outline out. */
export async function showTexts(db: Database, context: Context, id: string): Promise<DraftTexts> {
  return reading(db, context, async (tx) => {
    await existing(tx, id);
    return { texts: await readTexts(tx, id) };
  });
}

export async function showLessonDraft(
  db: Database,
  context: Context,
  course: string,
  lesson: string,
): Promise<LessonDraft> {
  return reading(db, context, async (tx) => {
    const row = await readRevision(tx, course, lesson);
    if (!row) throw notFound(`There is no lesson "${lesson}" in this course.`);
    const { body, number, author } = row;
    const standsIn = await coursesWith(tx, row.lesson_id, course);
    return { id: lesson, text: body ?? "", revision: number ?? 0, author: author ?? "", standsIn };
  });
}

/**
 * Keeps a lesson's text as a new revision. Where somebody else has kept one meanwhile it is refused, so that
 * neither text is lost: the old one stays, the new one is still on its author's screen.
 */
export async function changeLesson(
  db: Database,
  context: Context,
  course: string,
  lesson: string,
  change: { text: string; revision: number },
): Promise<LessonDraft> {
  return db.withSchool(context, async (tx) => {
    await existing(tx, course, true);
    const placed = await readRevision(tx, course, lesson);
    // Held by its content: it may be edited in another course at this moment.
    if (placed) await holdContent(tx, placed.lesson_id);
    const row = placed && (await readRevision(tx, course, lesson));
    if (!row)
      throw notFound(
        `There is no lesson "${lesson}" in this course; somebody may have removed it.`,
      );
    const standsIn = await coursesWith(tx, row.lesson_id, course);
    const current = row.number ?? 0;
    if ((row.body ?? "") === change.text)
      return {
        id: lesson,
        text: change.text,
        revision: current,
        author: row.author ?? "",
        standsIn,
      };
    if (current !== change.revision)
      throw conflict(
        `${row.author || "Somebody"} has changed this lesson meanwhile. Copy your text, load the lesson again, and bring the two together.`,
      );
    await insertRevision(tx, context.school, row.lesson_id, current + 1, change.text);
    const author = context.who.name;
    return { id: lesson, text: change.text, revision: current + 1, author, standsIn };
  });
}

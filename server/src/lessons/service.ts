/** What stands in lessons: read as it is published, edited with revisions. */
import type { DraftTexts, LessonDraft, LessonText } from "@dawngate/contract/lessons";
import { filesInText } from "@dawngate/core/lessons";
import { conflict, notFound } from "../base/problem";
import { existing, own } from "../courses/authoring";
import { coursesWith, readRevision, readTexts } from "../courses/content-store";
import { publishedOutline } from "../courses/outline";
import { published } from "../courses/service";
import type { Database, SchoolTransaction } from "../db/connection";
import { showFiles } from "../files/service";
import type { Context } from "../school/context";
import type { Services } from "../school/kit";
import { reading } from "../school/service";
import { filesOf, showContent } from "./content";
import { readMaterials } from "./library-store";
import { holdContent, insertRevision, readPart, readStanding, useFiles } from "./store";

export async function showLessonText(
  { db, kept }: Pick<Services, "db" | "kept">,
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
    const standing = await readStanding(tx, courseId, number, id);
    return { id, title, kind, minutes, ...(await showContent(tx, kept, context, kind, standing)) };
  });
}

/** What stands in all lessons of a draft, for taking the outline out. */
export async function showTexts(db: Database, context: Context, id: string): Promise<DraftTexts> {
  return reading(db, context, async (tx) => {
    await existing(tx, id);
    return { texts: await readTexts(tx, id) };
  });
}

type Files = Pick<Services, "db" | "kept">;

/** A lesson's content with all that its editor needs: of which courses it is, and the files it shows. */
async function draftOf(
  tx: SchoolTransaction,
  kept: Services["kept"],
  context: Context,
  course: string,
  lesson: string,
  content: string,
  written: { text: string; revision: number; author: string },
): Promise<LessonDraft> {
  const { part, materials, number } = await readPart(tx, content);
  const found = await readMaterials(tx, materials);
  const files = filesOf({ text: written.text, part, materials: found });
  return {
    id: lesson,
    ...written,
    part,
    materials: found,
    partRevision: number,
    files: await showFiles(tx, kept, context, files),
    standsIn: await coursesWith(tx, content, course),
  };
}

export async function showLessonDraft(
  { db, kept }: Files,
  context: Context,
  course: string,
  lesson: string,
): Promise<LessonDraft> {
  return reading(db, context, async (tx) => {
    const row = await readRevision(tx, course, lesson);
    if (!row) throw notFound(`There is no lesson "${lesson}" in this course.`);
    const written = { text: row.body ?? "", revision: row.number ?? 0, author: row.author ?? "" };
    return draftOf(tx, kept, context, course, lesson, row.lesson_id, written);
  });
}

/**
 * Keeps a lesson's text as a new revision. Where somebody else has kept one meanwhile it is refused, so that
 * neither text is lost: the old one stays, the new one is still on its author's screen.
 */
export async function changeLesson(
  { db, kept }: Files,
  context: Context,
  course: string,
  lesson: string,
  change: { text: string; revision: number },
): Promise<LessonDraft> {
  return db.withSchool(context, async (tx) => {
    await own(tx, course, lesson);
    const placed = await readRevision(tx, course, lesson);
    // Held by its content: it may be edited in another course at this moment.
    if (placed) await holdContent(tx, placed.lesson_id);
    const row = placed && (await readRevision(tx, course, lesson));
    if (!row)
      throw notFound(
        `There is no lesson "${lesson}" in this course; somebody may have removed it.`,
      );
    const current = row.number ?? 0;
    const answer = (revision: number, author: string) =>
      draftOf(tx, kept, context, course, lesson, row.lesson_id, {
        text: change.text,
        revision,
        author,
      });
    if ((row.body ?? "") === change.text) return answer(current, row.author ?? "");
    if (current !== change.revision)
      throw conflict(
        `${row.author || "Somebody"} has changed this lesson meanwhile. Copy your text, load the lesson again, and bring the two together.`,
      );
    await insertRevision(tx, context.school, row.lesson_id, current + 1, change.text);
    await useFiles(tx, context.school, row.lesson_id, filesInText(change.text));
    return answer(current + 1, context.who.name);
  });
}

/** One lesson in several courses: placed once more, on the same content. */
import { randomBytes } from "node:crypto";
import { applyOperation, findPlace, isOwn, type Operation } from "@dawngate/core/courses";
import { conflict, notFound } from "../base/problem";
import { contentsIn, existing } from "../courses/authoring";
import { coursesWith, readRevision } from "../courses/content-store";
import { saveDraft } from "../courses/draft-changes-store";
import { appendOperations } from "../courses/operation-store";
import type { Database } from "../db/connection";
import type { Context } from "../school/context";

/**
 * Puts a lesson at the end of another course's draft as well, as an operation of that draft: its authors see it, and
 * can take it back. What is changed in the one is changed in the other; gates and dates are each course's own.
 */
export async function shareLesson(
  db: Database,
  context: Context,
  course: string,
  lesson: string,
  target: string,
): Promise<void> {
  await db.withSchool(context, async (tx) => {
    if (!context.reaches(target)) throw notFound(`There is no course "${target}" in this school.`);
    const { draft: from } = await existing(tx, course);
    const { row, draft } = await existing(tx, target, true);
    const found = findPlace(from, lesson)?.lesson;
    const placed = await readRevision(tx, course, lesson);
    if (!found || !placed)
      throw notFound(
        `There is no lesson "${lesson}" in this course; somebody may have removed it.`,
      );
    const others = await coursesWith(tx, placed.lesson_id, course);
    if (target === course || others.some((other) => other.course === target))
      throw conflict(`“${draft.title}” holds this lesson already.`);
    const module = draft.modules.findLast(isOwn);
    if (!module)
      throw conflict(`“${draft.title}” has no module yet to put it into; make one first.`);
    const operation: Operation = {
      type: "insert-lesson",
      lesson: { ...found, id: randomBytes(4).toString("hex"), gate: null, closes: null, due: null },
      module: module.id,
      after: module.lessons.at(-1)?.id ?? null,
      content: placed.lesson_id,
    };
    const applied = applyOperation(draft, operation);
    if (!applied.ok) throw conflict(applied.reason);
    await saveDraft(tx, context.school, draft, applied.course, contentsIn([operation]));
    const clientId = `sharing-${randomBytes(8).toString("hex")}`;
    const one = { clientId, number: 1, operation };
    await appendOperations(tx, context.school, target, row.sequence + 1, [one]);
  });
}

/** A course as it is published, and what stands in a lesson. */
import type { LessonText } from "@dawngate/contract/courses";
import { notFound } from "../base/problem";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import type { Context } from "../school/context";
import { reading } from "../school/service";
import { publishedOutline } from "./outline";
import { readPublishedRow } from "./store";
import { readLessonText } from "./text-store";
import { versionPlan } from "./versions";

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

/** The course as it is published, or null. */
export async function findPublished(tx: SchoolTransaction, school: SchoolId, id: string) {
  const row = await readPublishedRow(tx, id);
  const plan = row && (await versionPlan(tx, school, id, row.number));
  return plan ? { ...row, plan } : null;
}

/** The course as it is published, or a refusal. */
export async function published(tx: SchoolTransaction, school: SchoolId, id: string) {
  const course = await findPublished(tx, school, id);
  if (!course) throw notFound(`There is no course "${id}" in this school.`);
  return course;
}

/** The list of courses, one course as it is published, and what stands in a lesson. */
import type { Course, CourseList, courseListQuery, LessonText } from "@dawngate/contract";
import { formatInstant } from "@dawngate/core/time";
import { z } from "zod";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { readHeads, readNext, sum } from "../enrollment/headcount-store";
import { countCohorts, readCohorts } from "../enrollment/store";
import { readCursor, writeCursor } from "../http/cursor";
import { notFound } from "../http/problem";
import { type Context, isTheirs } from "../school/context";
import { reading } from "../school/service";
import { publishedOutline } from "./outline";
import { listCourseRows, readPublishedRow } from "./store";
import { readLessonText } from "./text-store";
import { versionPlan } from "./versions";

/** A page of the courses, those that were never published by their draft. */
export async function listCourses(
  db: Database,
  context: Context,
  { after, most }: z.infer<typeof courseListQuery>,
): Promise<CourseList> {
  const place = after === undefined ? null : readCursor(listPlace, after);
  return reading(db, context, async (tx) => {
    const rows = await listCourseRows(tx, place, most + 1, context.courses);
    const page = rows.slice(0, most);
    const ids = page.map(({ id }) => id);
    const heads = await readHeads(tx, ids);
    const cohorts = await countCohorts(tx, ids);
    const next = await readNext(tx, ids, formatInstant(context.now));
    const last = page.at(-1);
    return {
      courses: page.map(({ position, ...row }) => ({
        ...row,
        enrolled: sum(heads.filter(({ course }) => course === row.id)),
        cohorts: cohorts.get(row.id) ?? 0,
        nextOpening: next.get(row.id) ?? null,
      })),
      next: rows.length > most && last ? writeCursor([last.position, last.id]) : null,
    };
  });
}

/** Where a page of the list ended. */
const listPlace = z.tuple([z.int().min(-2_147_483_648).max(2_147_483_647), z.string().max(200)]);

export async function showCourse(db: Database, context: Context, id: string): Promise<Course> {
  return reading(db, context, async (tx) => {
    const { number, plan, published_at } = await published(tx, context.school, id);
    const cohorts = await readCohorts(tx, id);
    const heads = (await readHeads(tx, [id])).filter((one) => isTheirs(context, one.cohort));
    const seen = context.may("people.see") ? heads : [];
    return {
      id,
      title: plan.title,
      version: number,
      publishedAt: published_at,
      clock: plan.clock,
      releaseHour: plan.releaseHour,
      counting: plan.counting,
      order: plan.order,
      opensOn: plan.opensOn,
      window: plan.window,
      validity: plan.validity,
      modules: publishedOutline(plan),
      cohorts: cohorts.map(({ name, cohort: { course, ...cohort } }) => ({
        ...cohort,
        name,
        people: sum(seen.filter((one) => one.cohort === cohort.id)),
      })),
      people: sum(seen),
    };
  });
}

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

/** The list of courses, one course as it is published, and what stands in a lesson. */
import type { Course, CourseList, LessonText } from "@dawngate/contract";
import type { PlanCourse } from "@dawngate/core/plan";
import { formatInstant } from "@dawngate/core/time";
import type { Database, SchoolId, SchoolTransaction } from "../db/connection";
import { countByCourse, listPeople, readCohorts } from "../enrollment/store";
import { notFound } from "../http/problem";
import { nextOpenings } from "../schedule/store";
import { type Context, isTheirs } from "../school/context";
import { reading } from "../school/service";
import { listCourseRows, readDraft, readPublishedRow } from "./store";
import { readLessonText } from "./text-store";
import { versionPlan } from "./versions";

/** Every course, those that were never published by their draft. */
export async function listCourses(db: Database, context: Context): Promise<CourseList> {
  return reading(db, context, async (tx) => {
    const rows = await listCourseRows(tx);
    const counts = await countByCourse(tx);
    const next = await nextOpenings(tx, formatInstant(context.now));
    const courses = [];
    for (const { id, number, archived, group } of rows) {
      if (!context.reaches(id)) continue;
      const course =
        number === null
          ? await readDraft(tx, id)
          : await versionPlan(tx, context.school, id, number);
      if (!course) continue;
      courses.push({
        id,
        title: course.title,
        ...sizeOf(course),
        enrolled: counts.people.get(id) ?? 0,
        cohorts: counts.cohorts.get(id) ?? 0,
        version: number,
        archived,
        group,
        nextOpening: next.get(id) ?? null,
      });
    }
    return { courses };
  });
}

/** How much is published in an outline. */
export function sizeOf(course: PlanCourse) {
  const modules = course.modules.filter(isPublished);
  const lessons = modules.flatMap((module) => module.lessons.filter(isPublished));
  return {
    modules: modules.length,
    lessons: lessons.length,
    minutes: lessons.reduce((sum, { minutes }) => sum + (minutes ?? 0), 0),
  };
}

export async function showCourse(db: Database, context: Context, id: string): Promise<Course> {
  return reading(db, context, async (tx) => {
    const { number, plan, published_at } = await published(tx, context.school, id);
    const cohorts = await readCohorts(tx, id);
    const people = context.may("people.see") ? await listPeople(tx, id) : [];
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
      cohorts: cohorts.map(({ name, cohort: { course, ...cohort } }) => ({ ...cohort, name })),
      people: people
        .filter(({ cohort_id }) => isTheirs(context, cohort_id))
        .map((person) => ({
          enrollment: person.id,
          person: person.person_id,
          name: person.name,
          timeZone: person.time_zone,
          cohort: person.cohort_id,
          enrolledAt: person.at,
        })),
    };
  });
}

/** The modules and lessons that exist for an enrollee. */
export function publishedOutline(plan: PlanCourse) {
  return plan.modules
    .filter(isPublished)
    .map((module) => ({ ...module, lessons: module.lessons.filter(isPublished) }));
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

function isPublished({ visible }: { visible: string }): boolean {
  return visible === "published";
}

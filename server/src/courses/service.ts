/** The list of courses, one course as it is published, and what stands in a lesson. */
import type { Course, CourseList, LessonText } from "@dawngate/contract";
import type { PlanCourse } from "@dawngate/core/plan";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { Database, SchoolTransaction } from "../db/connection";
import { countByCourse, listPeople, readCohorts } from "../enrollment/store";
import { notFound } from "../http/problem";
import { nextOpenings } from "../schedule/store";
import { type Actor, isTheirs } from "../school/actor";
import { reading } from "../school/service";
import { listCourseRows, readDraft, readPublished } from "./store";
import { readLessonText } from "./text-store";

/** Every course, those that were never published by their draft. */
export async function listCourses(db: Database, actor: Actor, now: Instant): Promise<CourseList> {
  return reading(db, actor, async (tx) => {
    const rows = await listCourseRows(tx);
    const counts = await countByCourse(tx);
    const next = await nextOpenings(tx, formatInstant(now));
    const courses = [];
    for (const { id, number, plan, archived, group } of rows) {
      const course = plan ?? (await readDraft(tx, id));
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

export async function showCourse(db: Database, actor: Actor, id: string): Promise<Course> {
  return reading(db, actor, async (tx) => {
    const { number, plan, published_at } = await published(tx, id);
    const cohorts = await readCohorts(tx, id);
    const people = await listPeople(tx, id);
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
        .filter(({ cohort_id }) => isTheirs(actor, cohort_id))
        .map((person) => ({
          enrollment: person.id,
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
  actor: Actor,
  courseId: string,
  lessonId: string,
): Promise<LessonText> {
  return reading(db, actor, async (tx) => {
    const { plan } = await published(tx, courseId);
    const lesson = publishedOutline(plan)
      .flatMap((module) => module.lessons)
      .find(({ id }) => id === lessonId);
    if (!lesson) throw notFound(`There is no lesson "${lessonId}" in this course.`);
    const { id, title, kind, minutes } = lesson;
    return { id, title, kind, minutes, text: (await readLessonText(tx, courseId, id)) ?? "" };
  });
}

/** The course as it is published, or a refusal. */
export async function published(tx: SchoolTransaction, id: string) {
  const course = await readPublished(tx, id);
  if (!course) throw notFound(`There is no course "${id}" in this school.`);
  return course;
}

function isPublished({ visible }: { visible: string }): boolean {
  return visible === "published";
}

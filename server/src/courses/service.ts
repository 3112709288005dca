/** The list of courses, one course as it is published, and what stands in a lesson. */
import type { Course, CourseList, LessonText } from "@dawngate/contract";
import { formatInstant, type Instant } from "@dawngate/core/time";
import type { Database, SchoolTransaction } from "../db/connection";
import { countByCourse, listPeople, readCohorts } from "../enrollment/store";
import { notFound } from "../http/problem";
import { nextOpenings } from "../schedule/store";
import { reading } from "../school/service";
import { listPublished, readLessonText, readPublished } from "./store";

export async function listCourses(db: Database, slug: string, now: Instant): Promise<CourseList> {
  return reading(db, slug, async (tx) => {
    const courses = await listPublished(tx);
    const counts = await countByCourse(tx);
    const next = await nextOpenings(tx, formatInstant(now));
    return {
      courses: courses.map(({ id, plan }) => {
        const modules = plan.modules.filter(isPublished);
        const lessons = modules.flatMap((module) => module.lessons.filter(isPublished));
        return {
          id,
          title: plan.title,
          modules: modules.length,
          lessons: lessons.length,
          minutes: lessons.reduce((sum, { minutes }) => sum + (minutes ?? 0), 0),
          enrolled: counts.people.get(id) ?? 0,
          cohorts: counts.cohorts.get(id) ?? 0,
          nextOpening: next.get(id) ?? null,
        };
      }),
    };
  });
}

export async function showCourse(db: Database, slug: string, id: string): Promise<Course> {
  return reading(db, slug, async (tx) => {
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
      modules: plan.modules
        .filter(isPublished)
        .map((module) => ({ ...module, lessons: module.lessons.filter(isPublished) })),
      cohorts: cohorts.map(({ name, cohort: { course, ...cohort } }) => ({
        ...cohort,
        name,
      })),
      people: people.map((person) => ({
        enrollment: person.id,
        name: person.name,
        timeZone: person.time_zone,
        cohort: person.cohort_id,
        enrolledAt: person.at,
      })),
    };
  });
}

export async function showLessonText(
  db: Database,
  slug: string,
  courseId: string,
  lessonId: string,
): Promise<LessonText> {
  return reading(db, slug, async (tx) => {
    const { plan } = await published(tx, courseId);
    const lesson = plan.modules
      .filter(isPublished)
      .flatMap((module) => module.lessons.filter(isPublished))
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

/** Titles of a plan's courses and items, for texts that people read. */
import type { Plan } from "../../plan";

export interface Titles {
  /** The course of an enrollment. */
  courseOf(enrollment: string): string;
  /** The title of an item of a course, or of the course itself; its identifier where it has none. */
  titleOf(course: string, item: string): string;
}

/** Indexes a plan's titles. */
export function titlesOf(plan: Plan): Titles {
  const courses = new Map(plan.enrollments.map(({ id, course }) => [id, course]));
  const titles = new Map<string, Map<string, string>>();
  for (const course of plan.courses) {
    const inside = new Map([[course.id, course.title]]);
    for (const module of course.modules) {
      inside.set(module.id, module.title);
      for (const lesson of module.lessons) inside.set(lesson.id, lesson.title);
    }
    titles.set(course.id, inside);
  }
  return {
    courseOf: (enrollment) => courses.get(enrollment) ?? "",
    titleOf: (course, item) => titles.get(course)?.get(item) || item,
  };
}

/** Titles of a plan's courses and items, for texts that people read. */
import { itemTitles, type Plan } from "../../plan";

export interface Titles {
  /** The course of an enrollment. */
  courseOf(enrollment: string): string;
  /** The title of an item of a course, or of the course itself; its identifier where it has none. */
  titleOf(course: string, item: string): string;
}

/** Indexes a plan's titles. */
export function titlesOf(plan: Plan): Titles {
  const courses = new Map(plan.enrollments.map(({ id, course }) => [id, course]));
  const titles = new Map(
    plan.courses.map((course) => [
      course.id,
      new Map([[course.id, course.title], ...itemTitles(course)]),
    ]),
  );
  return {
    courseOf: (enrollment) => courses.get(enrollment) ?? "",
    titleOf: (course, item) => titles.get(course)?.get(item) || item,
  };
}

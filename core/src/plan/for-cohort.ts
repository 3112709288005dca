/** Modules and lessons that only some cohorts have. */
import type { PlanCourse } from "./schema";

/** What of a module or a lesson says who has it. */
interface ForSome {
  cohorts?: readonly string[] | null | undefined;
}

/**
 * Whether somebody has a module or a lesson at all; `cohort`: theirs, null where they are in none. A lesson is had by
 * whoever has its module too.
 *
 * @example isFor({ cohorts: ["spring"] }, null) // false
 */
export const isFor = ({ cohorts }: ForSome, cohort: string | null): boolean =>
  cohorts == null || (cohort !== null && cohorts.includes(cohort));

/** Whether people of different cohorts have different modules or lessons of a course. */
export const differsByCohort = ({ modules }: Pick<PlanCourse, "modules">): boolean =>
  modules.some(
    (module) => module.cohorts != null || module.lessons.some(({ cohorts }) => cohorts != null),
  );

/** An item without its cohorts: in another course there are none of them. */
export function forEverybody<T extends ForSome>({ cohorts: _, ...item }: T): Omit<T, "cohorts"> {
  return item;
}

/** A course of which everybody has everything. */
export const courseForEverybody = (course: PlanCourse): PlanCourse => ({
  ...course,
  modules: course.modules.map((module) => ({
    ...forEverybody(module),
    lessons: module.lessons.map(forEverybody),
  })),
});

/** Courses inside others as they are brought in: what stands in their lessons is what stands in them by themselves. */
import { courseOf, holdsCourse, insideIn, nameInside } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";

/** Content by lesson, of the courses that are brought in already. */
export type Brought = Map<string, ReadonlyMap<string, string>>;

/** Courses with those first that stand in others; each with its place in the list. */
export const innermostFirst = (courses: readonly PlanCourse[]): [number, PlanCourse][] =>
  [...courses.entries()].sort(([, a], [, b]) => depth(a, courses) - depth(b, courses));

const depth = (course: PlanCourse, courses: readonly PlanCourse[]): number =>
  courses.filter(({ id }) => holdsCourse(course, id)).length;

/**
 * A course as it is brought in, and the content that it shares with courses inside it. What is said to have come in with
 * a course that is not there, or not as it stands there, is its own.
 */
export function sharing(
  course: PlanCourse,
  brought: Brought,
): { course: PlanCourse; shared: Map<string, string> } {
  const shared = new Map<string, string>();
  const own = new Set<string>();
  for (const { course: inner, modules } of insideIn(course)) {
    const there = new Map(
      [...(brought.get(inner) ?? [])].map(([lesson, content]) => [
        nameInside(inner, lesson),
        content,
      ]),
    );
    const lessons = modules.flatMap((module) => module.lessons.map(({ id }) => id));
    if (lessons.some((id) => !there.has(id)) || !brought.has(inner)) own.add(inner);
    else for (const id of lessons) shared.set(id, there.get(id) as string);
  }
  const modules = course.modules.map((module) => {
    const { inside: _, ...rest } = module;
    return own.has(courseOf(module)?.course ?? "") ? rest : module;
  });
  return { course: { ...course, modules }, shared };
}

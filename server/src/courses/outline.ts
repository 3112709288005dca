/** What of an outline exists for enrollees. */
import { isFor, type PlanCourse } from "@dawngate/core/plan";

/** The modules and lessons that exist for anybody in it: whatever cohort has them. */
export function publishedOutline(plan: PlanCourse) {
  return plan.modules
    .filter(isPublished)
    .map((module) => ({ ...module, lessons: module.lessons.filter(isPublished) }));
}

/** Those that exist for somebody of a cohort; null: for visitors, and for whoever is in none. */
export function outlineFor(plan: PlanCourse, cohort: string | null) {
  return publishedOutline(plan)
    .filter((module) => isFor(module, cohort))
    .map((module) => ({
      ...module,
      lessons: module.lessons.filter((lesson) => isFor(lesson, cohort)),
    }));
}

/** How much is published in an outline that everybody has. */
export function sizeOf(course: PlanCourse) {
  const modules = outlineFor(course, null);
  const lessons = modules.flatMap((module) => module.lessons);
  return {
    modules: modules.length,
    lessons: lessons.length,
    minutes: lessons.reduce((sum, { minutes }) => sum + (minutes ?? 0), 0),
  };
}

function isPublished({ visible }: { visible: string }): boolean {
  return visible === "published";
}

/** What of an outline exists for enrollees. */
import type { PlanCourse } from "@dawngate/core/plan";

/** The modules and lessons that exist for an enrollee. */
export function publishedOutline(plan: PlanCourse) {
  return plan.modules
    .filter(isPublished)
    .map((module) => ({ ...module, lessons: module.lessons.filter(isPublished) }));
}

/** How much is published in an outline. */
export function sizeOf(course: PlanCourse) {
  const modules = publishedOutline(course);
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

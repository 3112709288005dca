/** An item of an outline with where it stands. */
import type { PlanCourse, PlanLesson, PlanModule } from "@dawngate/core/plan";

export interface Found {
  kind: "module" | "lesson";
  item: PlanModule | PlanLesson;
  module: PlanModule;
  /** The module or lesson before it, which it may count from. */
  before: { id: string; title: string } | null;
}

export function findItem(course: PlanCourse, id: string): Found | null {
  for (const [m, module] of course.modules.entries()) {
    if (module.id === id)
      return { kind: "module", item: module, module, before: course.modules[m - 1] ?? null };
    const l = module.lessons.findIndex((lesson) => lesson.id === id);
    const lesson = module.lessons[l];
    if (lesson)
      return { kind: "lesson", item: lesson, module, before: module.lessons[l - 1] ?? null };
  }
  return null;
}

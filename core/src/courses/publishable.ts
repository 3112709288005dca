/** What of a draft goes into a version: rows that hold nothing stay behind, and those without a title get their number. */
import type { PlanCourse, PlanLesson, PlanModule } from "../plan";

const isBlank = ({ title }: { title: string }) => title.trim() === "";

/** What a row without a title is called by its place: "Module 2", "Lesson 1". */
export function standIn(kind: "module" | "lesson", index: number): string {
  return `${kind === "module" ? "Module" : "Lesson"} ${index + 1}`;
}

/** What somebody counts from: gates, closings and due dates name other items, or their own. */
function referredTo(course: PlanCourse): Set<string> {
  const found = new Set<string>();
  for (const module of course.modules)
    for (const { id, gate, closes, due } of [module, ...module.lessons])
      for (const moment of [...(gate?.when ?? []), closes, due])
        if (moment && "item" in moment && moment.item !== undefined && moment.item !== id)
          found.add(moment.item);
  return found;
}

/**
 * The course as it is published: an empty row, which somebody began and left, is not in it, unless something counts
 * from it; a row with something in it and no title is called what its author saw in its place.
 */
export function publishable(course: PlanCourse): PlanCourse {
  const kept = referredTo(course);
  const named = <T extends PlanModule | PlanLesson>(
    item: T,
    kind: "module" | "lesson",
    i: number,
  ) => (isBlank(item) ? { ...item, title: standIn(kind, i) } : item);
  const modules = course.modules.flatMap((module, i) => {
    const lessons = module.lessons.flatMap((lesson, k) =>
      isBlank(lesson) && lesson.empty && !kept.has(lesson.id) ? [] : [named(lesson, "lesson", k)],
    );
    const isEmpty = isBlank(module) && lessons.length === 0 && !kept.has(module.id);
    return isEmpty ? [] : [{ ...named(module, "module", i), lessons }];
  });
  return { ...course, modules };
}

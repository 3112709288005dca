/** Copies of modules and lessons, put into this course or another one. */
import { forEverybody, type PlanCourse, type PlanLesson, type PlanModule } from "../plan";
import { findPlace, outermost } from "./arrange";
import { isOwn } from "./inside";
import type { Operation } from "./operation";
import { rebound } from "./rebound";

/** Rows that were copied: whole modules and single lessons, in the order they stood in. */
export interface Clip {
  course: string;
  rows: ({ module: PlanModule } | { lesson: PlanLesson })[];
}

/** Takes a copy of rows; a module brings its lessons along. */
export function clipOf(course: PlanCourse, rows: ReadonlySet<string>): Clip {
  return {
    course: course.id,
    rows: outermost(course, rows).flatMap((id) => {
      const place = findPlace(course, id);
      if (!place) return [];
      return [place.lesson ? { lesson: place.lesson } : { module: place.module }];
    }),
  };
}

/**
 * Puts copies after a row, with names of their own. What counts from something copied along counts from the
 * copy; what counts from something this course does not hold goes without that moment. Texts are copied in.
 */
export function putCopies(
  course: PlanCourse,
  clip: Clip,
  row: string | null,
  newId: () => string,
): Operation[] {
  const names = new Map<string, string>();
  for (const one of clip.rows)
    for (const { id } of "module" in one ? [one.module, ...one.module.lessons] : [one.lesson])
      names.set(id, newId());
  const counted = (item: string) => names.get(item) ?? (findPlace(course, item) ? item : undefined);
  const nameOf = (id: string) => names.get(id) as string;
  // In another course there are none of these cohorts.
  const own = <T extends PlanModule | PlanLesson>(item: T): T =>
    clip.course === course.id ? item : (forEverybody(item) as T);
  const place = row === null ? null : findPlace(course, row);
  const last = course.modules.findLast(isOwn);
  let module = place?.module.id ?? last?.id ?? null;
  let after = place ? (place.lesson?.id ?? null) : (last?.lessons.at(-1)?.id ?? null);
  const operations: Operation[] = [];
  const putLesson = (lesson: PlanLesson) => {
    if (module === null) return;
    const id = nameOf(lesson.id);
    const copy = { ...own(rebound(lesson, counted)), id };
    const copyOf = lesson.empty ? {} : { copyOf: { course: clip.course, lesson: lesson.id } };
    operations.push({ type: "insert-lesson", lesson: copy, module, after, ...copyOf });
    after = id;
  };
  for (const one of clip.rows) {
    if ("lesson" in one) putLesson(one.lesson);
    else {
      const id = nameOf(one.module.id);
      // Copied out of a course inside, it is this course's own.
      const { inside: _, ...copied } = own(rebound(one.module, counted));
      const copy = { ...copied, id, lessons: [] };
      operations.push({ type: "insert-module", module: copy, after: module });
      module = id;
      after = null;
      one.module.lessons.forEach(putLesson);
    }
  }
  return operations;
}

/** Copies of modules and lessons, put into this course or another one. */
import type { PlanCourse, PlanGate, PlanLesson, PlanModule } from "../plan";
import { findPlace, outermost } from "./arrange";
import type { Operation } from "./operation";

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
 * Puts copies after a row, with names of their own. A gate that counts from something copied along counts from the
 * copy; one that counts from something this course does not hold goes without that moment. Texts are copied in.
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
  const gateOf = (gate: PlanGate | null) => gate && translated(gate, names, course);
  const nameOf = (id: string) => names.get(id) as string;
  const place = row === null ? null : findPlace(course, row);
  let module = place?.module.id ?? course.modules.at(-1)?.id ?? null;
  let after = place
    ? (place.lesson?.id ?? null)
    : (course.modules.at(-1)?.lessons.at(-1)?.id ?? null);
  const operations: Operation[] = [];
  const putLesson = (lesson: PlanLesson) => {
    if (module === null) return;
    const id = nameOf(lesson.id);
    const copy = { ...lesson, id, gate: gateOf(lesson.gate) };
    const copyOf = lesson.empty ? {} : { copyOf: { course: clip.course, lesson: lesson.id } };
    operations.push({ type: "insert-lesson", lesson: copy, module, after, ...copyOf });
    after = id;
  };
  for (const one of clip.rows) {
    if ("lesson" in one) putLesson(one.lesson);
    else {
      const id = nameOf(one.module.id);
      const copy = { ...one.module, id, gate: gateOf(one.module.gate), lessons: [] };
      operations.push({ type: "insert-module", module: copy, after: module });
      module = id;
      after = null;
      one.module.lessons.forEach(putLesson);
    }
  }
  return operations;
}

function translated(
  gate: PlanGate,
  names: ReadonlyMap<string, string>,
  course: PlanCourse,
): PlanGate | null {
  const when = gate.when.flatMap((moment) => {
    if (!("item" in moment) || moment.item === undefined) return [moment];
    const name = names.get(moment.item);
    if (name !== undefined) return [{ ...moment, item: name }];
    return findPlace(course, moment.item) ? [moment] : [];
  });
  return when.length === 0 ? null : { ...gate, when };
}

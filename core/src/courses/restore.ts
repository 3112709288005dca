/** What has to be done to a draft so that it becomes another plan of its course: an earlier version, brought back. */
import { isSame, type PlanCourse, type PlanLesson, type PlanModule } from "../plan";
import { inRow } from "./in-row";
import { insideIn, isOwn } from "./inside";
import type { Operation } from "./operation";

/**
 * Played in order, the operations lead from `course` to `target`: settings, modules and lessons by their identifiers,
 * each moved only where its place among those that stay is another. What stands in a lesson is not touched; whether it
 * is empty follows from that.
 */
export function operationsTo(course: PlanCourse, target: PlanCourse): Operation[] {
  const operations: Operation[] = [];
  const settings = changedFields(course, target, ["id", "modules"]);
  if (settings) operations.push({ type: "set-course", set: settings } as Operation);

  const stays = insideIn(target).filter(({ course: inner, modules }) =>
    isSame(modules, insideIn(course).find((one) => one.course === inner)?.modules),
  );
  // What goes, goes first: whatever comes in may have the same names.
  for (const { course: inner } of insideIn(course))
    if (!stays.some((one) => one.course === inner))
      operations.push({ type: "take-course", course: inner });

  const present = course.modules.filter(isOwn);
  const next = target.modules.filter(isOwn);
  const modules = new Map(present.map((module) => [module.id, module]));
  const place = new Map(present.map(({ id }, index) => [id, index]));
  const kept = new Set(inRow(next.map(({ id }) => place.get(id) ?? -1)));
  const wanted = new Set(next.flatMap(({ lessons }) => lessons.map(({ id }) => id)));
  const there = new Map<string, { module: string; lesson: PlanLesson }>();
  for (const { id: module, lessons } of present)
    for (const lesson of lessons) there.set(lesson.id, { module, lesson });

  // Modules first, so that every lesson has one to stand in.
  next.forEach(({ lessons: _, ...module }, m) => {
    const after = next[m - 1]?.id ?? null;
    const was = modules.get(module.id);
    if (!was) operations.push({ type: "insert-module", module: { ...module, lessons: [] }, after });
    else {
      if (!kept.has(m)) operations.push({ type: "move-module", item: module.id, after });
      const set = changedFields(was, module, ["id", "lessons"]);
      if (set) operations.push({ type: "set-module", item: module.id, set } as Operation);
    }
  });
  for (const module of next) operations.push(...lessonsTo(module, modules.get(module.id), there));
  for (const [id] of there) if (!wanted.has(id)) operations.push({ type: "remove", item: id });
  for (const { id } of present)
    if (!next.some((module) => module.id === id)) operations.push({ type: "remove", item: id });
  // Courses inside last, each after what it stands after.
  for (const { course: inner, modules } of insideIn(target)) {
    const after = before(target, modules);
    if (!stays.some((one) => one.course === inner))
      operations.push({ type: "put-course", course: inner, modules, after });
    else if (operations.some(isOfModules) || before(course, modules) !== after)
      operations.push({ type: "move-course", course: inner, after });
  }
  return operations;
}

/** What a course inside stands after; null: it is the first. */
const before = ({ modules }: PlanCourse, inside: readonly PlanModule[]): string | null =>
  modules[modules.findIndex(({ id }) => id === inside[0]?.id) - 1]?.id ?? null;

const isOfModules = ({ type }: Operation) => !/lesson|^set-/.test(type);

function lessonsTo(
  target: PlanModule,
  was: PlanModule | undefined,
  there: ReadonlyMap<string, { module: string; lesson: PlanLesson }>,
): Operation[] {
  const place = new Map(was?.lessons.map(({ id }, index) => [id, index]));
  const kept = new Set(inRow(target.lessons.map(({ id }) => place.get(id) ?? -1)));
  return target.lessons.flatMap((lesson, l): Operation[] => {
    const after = target.lessons[l - 1]?.id ?? null;
    const found = there.get(lesson.id);
    if (!found) return [{ type: "insert-lesson", lesson, module: target.id, after }];
    const set = changedFields(found.lesson, lesson, ["id", "empty"]);
    return [
      ...(kept.has(l)
        ? []
        : [{ type: "move-lesson" as const, item: lesson.id, module: target.id, after }]),
      ...(set ? [{ type: "set-lesson", item: lesson.id, set } as Operation] : []),
    ];
  });
}

function changedFields(from: object, to: object, without: readonly string[]): object | null {
  const old = from as Record<string, unknown>;
  const changed = Object.entries(to).filter(
    ([key, value]) => !without.includes(key) && !isSame(old[key], value),
  );
  return changed.length === 0 ? null : Object.fromEntries(changed);
}

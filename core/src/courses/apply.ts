/** Playing an operation on a draft, and how to take it back. */
import type { PlanCourse, PlanLesson, PlanModule } from "../plan";
import { courseOf, holdsCourse } from "./inside";
import type { Operation } from "./operation";

/** The draft after an operation, with the operation that undoes it; or why nothing was done. */
export type Applied =
  | { ok: true; course: PlanCourse; inverse: Operation }
  | { ok: false; reason: string };

/**
 * Plays one operation. Pure; the draft that is handed in stays as it was. An operation on something that another
 * author has removed does nothing and says so; one that puts something after what is gone puts it at the end.
 */
export function applyOperation(course: PlanCourse, operation: Operation): Applied {
  const owner = ownerOf(course, operation);
  if (owner !== null)
    return { ok: false, reason: `This stands in the course “${owner}”; it is changed there` };
  switch (operation.type) {
    case "set-course": {
      const { next, previous } = changed(course, operation.set);
      return {
        ok: true,
        course: next,
        inverse: { type: "set-course", set: previous } as Operation,
      };
    }
    case "set-module": {
      const found = course.modules.find(({ id }) => id === operation.item);
      if (!found) return gone("module");
      const { next, previous } = changed(found, operation.set);
      return {
        ok: true,
        course: withModule(course, next),
        inverse: { type: "set-module", item: found.id, set: previous } as Operation,
      };
    }
    case "set-lesson": {
      const place = findLesson(course, operation.item);
      if (!place) return gone("lesson");
      const { next, previous } = changed(place.lesson, operation.set);
      const lessons = place.module.lessons.map((lesson) => (lesson.id === next.id ? next : lesson));
      return {
        ok: true,
        course: withModule(course, { ...place.module, lessons }),
        inverse: { type: "set-lesson", item: next.id, set: previous } as Operation,
      };
    }
    case "insert-module": {
      const { module, after } = operation;
      const ids = [module.id, ...module.lessons.map(({ id }) => id)];
      if (ids.some((id) => exists(course, id))) return taken();
      if (module.inside) return { ok: false, reason: "A course comes in whole: put the course in" };
      return {
        ok: true,
        course: { ...course, modules: put(course.modules, [module], after) },
        inverse: { type: "remove", item: module.id },
      };
    }
    case "insert-lesson": {
      const { after, text } = operation;
      // What brings a text with it is not empty.
      const lesson = text ? { ...operation.lesson, empty: false } : operation.lesson;
      const module = course.modules.find(({ id }) => id === operation.module);
      if (!module) return gone("module");
      if (exists(course, lesson.id)) return taken();
      return {
        ok: true,
        course: withModule(course, {
          ...module,
          lessons: inserted(module.lessons, lesson, after),
        }),
        inverse: { type: "remove", item: lesson.id },
      };
    }
    case "move-module": {
      const module = course.modules.find(({ id }) => id === operation.item);
      if (!module) return gone("module");
      const rest = course.modules.filter(({ id }) => id !== module.id);
      return {
        ok: true,
        course: { ...course, modules: put(rest, [module], operation.after) },
        inverse: {
          type: "move-module",
          item: module.id,
          after: before(course.modules, module.id),
        },
      };
    }
    case "move-lesson": {
      const place = findLesson(course, operation.item);
      if (!place) return gone("lesson");
      if (!course.modules.some(({ id }) => id === operation.module)) return gone("module");
      const { lesson, module } = place;
      const taken = withModule(course, without(module, lesson.id));
      const target = taken.modules.find(({ id }) => id === operation.module) as PlanModule;
      return {
        ok: true,
        course: withModule(taken, {
          ...target,
          lessons: inserted(target.lessons, lesson, operation.after),
        }),
        inverse: {
          type: "move-lesson",
          item: lesson.id,
          module: module.id,
          after: before(module.lessons, lesson.id),
        },
      };
    }
    case "remove": {
      const module = course.modules.find(({ id }) => id === operation.item);
      if (module)
        return {
          ok: true,
          course: { ...course, modules: course.modules.filter(({ id }) => id !== module.id) },
          inverse: { type: "insert-module", module, after: before(course.modules, module.id) },
        };
      const place = findLesson(course, operation.item);
      if (!place) return gone("module or lesson");
      return {
        ok: true,
        course: withModule(course, without(place.module, place.lesson.id)),
        inverse: {
          type: "insert-lesson",
          lesson: place.lesson,
          module: place.module.id,
          after: before(place.module.lessons, place.lesson.id),
        },
      };
    }
    case "put-course": {
      const { course: inner, modules, after } = operation;
      if (modules.some((module) => courseOf(module)?.course !== inner))
        return { ok: false, reason: "Each module that comes in says which course it is of" };
      if (holdsCourse({ modules }, course.id))
        return {
          ok: false,
          reason: "A course cannot stand inside itself: this one stands in that one already",
        };
      if (course.modules.some((module) => courseOf(module)?.course === inner))
        return { ok: false, reason: "That course stands in this one already" };
      const ids = modules.flatMap(({ id, lessons }) => [id, ...lessons.map((one) => one.id)]);
      if (ids.some((id) => exists(course, id)) || new Set(ids).size < ids.length) return taken();
      return {
        ok: true,
        course: { ...course, modules: put(course.modules, modules, after) },
        inverse: { type: "take-course", course: inner },
      };
    }
    case "move-course":
    case "take-course": {
      const came = course.modules.filter((module) => courseOf(module)?.course === operation.course);
      const [first] = came;
      if (!first) return gone("course");
      const rest = course.modules.filter((module) => !came.includes(module));
      const was = before(course.modules, first.id);
      return operation.type === "take-course"
        ? {
            ok: true,
            course: { ...course, modules: rest },
            inverse: { type: "put-course", course: operation.course, modules: came, after: was },
          }
        : {
            ok: true,
            course: { ...course, modules: put(rest, came, operation.after) },
            inverse: { type: "move-course", course: operation.course, after: was },
          };
    }
  }
}

/** The title of the course inside this one whose row an operation would change; null: it touches none. */
export function ownerOf(course: PlanCourse, operation: Operation): string | null {
  const rows =
    operation.type === "insert-lesson"
      ? [operation.module]
      : operation.type === "move-lesson"
        ? [operation.item, operation.module]
        : "item" in operation
          ? [operation.item]
          : [];
  if (rows.length === 0) return null;
  const holds = ({ id, lessons }: PlanModule) =>
    rows.includes(id) || lessons.some((lesson) => rows.includes(lesson.id));
  const held = course.modules.find((module) => module.inside !== undefined && holds(module));
  return (held && courseOf(held)?.title) ?? null;
}

/** Modules put after another; where that stands in a course inside this one, after all of that course. */
function put(
  modules: readonly PlanModule[],
  added: readonly PlanModule[],
  after: string | null,
): PlanModule[] {
  if (after === null) return [...added, ...modules];
  const named = modules.findIndex(({ id }) => id === after);
  if (named === -1) return [...modules, ...added];
  const whole = courseOf(modules[named] as PlanModule)?.course;
  let at = named;
  while (whole !== undefined && courseOf(modules[at + 1])?.course === whole) at += 1;
  return [...modules.slice(0, at + 1), ...added, ...modules.slice(at + 1)];
}

function gone(what: string): Applied {
  return { ok: false, reason: `This ${what} is gone; somebody has removed it` };
}

function taken(): Applied {
  return { ok: false, reason: "Something of this name stands in the course already" };
}

/** What an outline says only where it is said: null takes it out, so that two outlines that say the same are alike. */
const SAID_OR_NOT: readonly string[] = ["cohorts"];

/** What was set, and what stood there before. */
function changed<T extends object>(item: T, set: Partial<T>): { next: T; previous: Partial<T> } {
  const given = Object.entries(set).filter(([, value]) => value !== undefined);
  const previous = given.map(([key]) => [key, item[key as keyof T] ?? null]);
  const next = Object.entries({ ...item, ...Object.fromEntries(given) }).filter(
    ([key, value]) => value !== null || !SAID_OR_NOT.includes(key),
  );
  return {
    next: Object.fromEntries(next) as T,
    previous: Object.fromEntries(previous) as Partial<T>,
  };
}

function withModule(course: PlanCourse, module: PlanModule): PlanCourse {
  const modules = course.modules.map((other) => (other.id === module.id ? module : other));
  return { ...course, modules };
}

function without(module: PlanModule, lesson: string): PlanModule {
  return { ...module, lessons: module.lessons.filter(({ id }) => id !== lesson) };
}

function findLesson(
  course: PlanCourse,
  id: string,
): { module: PlanModule; lesson: PlanLesson } | null {
  for (const module of course.modules) {
    const lesson = module.lessons.find((other) => other.id === id);
    if (lesson) return { module, lesson };
  }
  return null;
}

function exists(course: PlanCourse, id: string): boolean {
  return (
    course.id === id ||
    course.modules.some(
      (module) => module.id === id || module.lessons.some((lesson) => lesson.id === id),
    )
  );
}

function inserted<T extends { id: string }>(
  list: readonly T[],
  item: T,
  after: string | null,
): T[] {
  if (after === null) return [item, ...list];
  const at = list.findIndex(({ id }) => id === after);
  return at === -1 ? [...list, item] : [...list.slice(0, at + 1), item, ...list.slice(at + 1)];
}

/** The item before this one; null at the beginning. */
function before(list: readonly { id: string }[], id: string): string | null {
  return list[list.findIndex((item) => item.id === id) - 1]?.id ?? null;
}

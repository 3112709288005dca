/** What an author does to rows of an outline (move up, put elsewhere, make a module of a lesson), as operations. */
import type { PlanCourse, PlanLesson, PlanModule } from "../plan";
import { newModule } from "./blank";
import { courseOf, isOwn } from "./inside";
import type { Operation } from "./operation";

/** Where rows are put: after an item; `null`: before everything. */
export type Place = string | null;

interface Where {
  module: PlanModule;
  /** Null: the module itself. */
  lesson: PlanLesson | null;
}

/** The module, and the lesson where it is one, of an identifier. */
export function findPlace(course: PlanCourse, id: string): Where | null {
  for (const module of course.modules) {
    if (module.id === id) return { module, lesson: null };
    const lesson = module.lessons.find((one) => one.id === id);
    if (lesson) return { module, lesson };
  }
  return null;
}

/** The identifiers of an outline's rows, in order. */
export function rowsOf(course: PlanCourse): string[] {
  return course.modules.flatMap(({ id, lessons }) => [id, ...lessons.map((lesson) => lesson.id)]);
}

/** Rows without those that stand in one of the modules among them: a module brings its lessons along. */
export function outermost(course: PlanCourse, rows: ReadonlySet<string>): string[] {
  return rowsOf(course).filter((id) => {
    if (!rows.has(id)) return false;
    const place = findPlace(course, id);
    return !(place?.lesson && rows.has(place.module.id));
  });
}

/**
 * Puts rows after another, in the order they stand in. Modules go after the module of that row; lessons after the
 * lesson, or to the beginning of the module. A row among those that move is passed over. Nothing to do: no operations.
 */
export function putAfter(
  course: PlanCourse,
  rows: ReadonlySet<string>,
  target: Place,
): Operation[] {
  const moving = outermost(course, rows);
  const operations: Operation[] = [];
  let after = standing(course, rows, target);
  for (const id of moving) {
    const place = findPlace(course, id);
    const to = after === null ? null : findPlace(course, after);
    if (!place) continue;
    if (!place.lesson) {
      operations.push({ type: "move-module", item: id, after: to?.module.id ?? null });
      after = id;
      continue;
    }
    // Before everything there is no module to be in: the first one takes it.
    const module = to?.module ?? course.modules.find((one) => !rows.has(one.id));
    if (!module) continue;
    operations.push({
      type: "move-lesson",
      item: id,
      module: module.id,
      after: to?.lesson?.id ?? null,
    });
    after = id;
    // From here on it stands where it was put.
    course = played(course, operations.at(-1) as Operation);
  }
  return operations;
}

/** The nearest row at or before the target that does not move itself. */
function standing(course: PlanCourse, rows: ReadonlySet<string>, target: Place): Place {
  const list = rowsOf(course);
  const moving = new Set(outermost(course, rows).flatMap((id) => [id, ...lessonsIn(course, id)]));
  for (let i = target === null ? -1 : list.indexOf(target); i >= 0; i--)
    if (!moving.has(list[i] as string)) return list[i] as string;
  return null;
}

function lessonsIn(course: PlanCourse, id: string): string[] {
  return (
    course.modules.find((module) => module.id === id)?.lessons.map((lesson) => lesson.id) ?? []
  );
}

function played(course: PlanCourse, operation: Operation): PlanCourse {
  if (operation.type !== "move-lesson") return course;
  const place = findPlace(course, operation.item);
  if (!place?.lesson) return course;
  const { lesson } = place;
  const modules = course.modules.map((module) => {
    const rest = module.lessons.filter(({ id }) => id !== lesson.id);
    if (module.id !== operation.module) return { ...module, lessons: rest };
    const at =
      operation.after === null ? 0 : rest.findIndex(({ id }) => id === operation.after) + 1;
    return { ...module, lessons: [...rest.slice(0, at), lesson, ...rest.slice(at)] };
  });
  return { ...course, modules };
}

/** One row up: lessons over the one before, out of their module where they stand first; modules over a module. */
export function moveUp(course: PlanCourse, rows: ReadonlySet<string>): Operation[] {
  const [first] = outermost(course, rows);
  const place = first === undefined ? null : findPlace(course, first);
  if (!first || !place) return [];
  if (!place.lesson) {
    const at = course.modules.indexOf(place.module);
    return at === 0 ? [] : putAfter(course, rows, overOne(course, at));
  }
  const at = place.module.lessons.indexOf(place.lesson);
  if (at > 0) return putAfter(course, rows, place.module.lessons[at - 2]?.id ?? place.module.id);
  const above = course.modules.slice(0, course.modules.indexOf(place.module)).findLast(isOwn);
  return above ? putAfter(course, rows, above.lessons.at(-1)?.id ?? above.id) : [];
}

/** What stands before whatever is over the module at an index: a module, or a course inside as a whole. */
function overOne({ modules }: PlanCourse, at: number): Place {
  const whole = courseOf(modules[at - 1])?.course;
  let first = at - 1;
  while (whole !== undefined && courseOf(modules[first - 1])?.course === whole) first -= 1;
  return modules[first - 1]?.id ?? null;
}

/** A course inside this one, over or under what stands beside it. */
export function moveInside(course: PlanCourse, inner: string, way: "up" | "down"): Operation[] {
  const { modules } = course;
  const first = modules.findIndex((module) => courseOf(module)?.course === inner);
  const last = modules.findLastIndex((module) => courseOf(module)?.course === inner);
  const edge = way === "up" ? first === 0 : last === modules.length - 1;
  if (first === -1 || edge) return [];
  const after = way === "up" ? overOne(course, first) : (modules[last + 1]?.id ?? null);
  return [{ type: "move-course", course: inner, after }];
}

/** One row down, likewise. */
export function moveDown(course: PlanCourse, rows: ReadonlySet<string>): Operation[] {
  const last = outermost(course, rows).at(-1);
  const place = last === undefined ? null : findPlace(course, last);
  if (!last || !place) return [];
  const under = course.modules.slice(course.modules.indexOf(place.module) + 1);
  const [below] = under;
  if (!place.lesson) return below ? putAfter(course, rows, below.id) : [];
  const next = place.module.lessons[place.module.lessons.indexOf(place.lesson) + 1];
  if (next) return putAfter(course, rows, next.id);
  const other = under.find(isOwn);
  return other ? putAfter(course, rows, other.id) : [];
}

/** Makes a module a lesson at the end of the module above, its lessons after it. The first module cannot be one. */
export function indent(course: PlanCourse, id: string): Operation[] {
  const at = course.modules.findIndex((module) => module.id === id);
  const above = course.modules[at - 1];
  const module = course.modules[at];
  if (!above || !module || !isOwn(above)) return [];
  const { lessons, ...scheduled } = module;
  const lesson: PlanLesson = {
    ...scheduled,
    kind: "text",
    holdsNext: false,
    sample: false,
    required: true,
    minutes: null,
    empty: true,
  };
  const after = above.lessons.at(-1)?.id ?? null;
  const moves = lessons.map((one, i): Operation => {
    const place = i === 0 ? after : (lessons[i - 1]?.id ?? null);
    return { type: "move-lesson", item: one.id, module: above.id, after: place };
  });
  const insertion: Operation = { type: "insert-lesson", lesson, module: above.id, after };
  return [...moves, { type: "remove", item: id }, insertion];
}

/**
 * Makes a lesson a module of its own, with the lessons that followed it. One that holds something stays a lesson, the
 * first of a new module of its name: what stands in it is not lost.
 */
export function outdent(course: PlanCourse, id: string, newId: () => string): Operation[] {
  const place = findPlace(course, id);
  if (!place?.lesson) return [];
  const { module, lesson } = place;
  const following = module.lessons.slice(module.lessons.indexOf(lesson) + 1);
  const keeps = !lesson.empty;
  const own = keeps ? newId() : id;
  const made: PlanModule = {
    ...newModule(own, lesson.title),
    ...(keeps
      ? {}
      : {
          visible: lesson.visible,
          ...(lesson.cohorts && { cohorts: lesson.cohorts }),
          gate: lesson.gate,
          closes: lesson.closes,
          due: lesson.due,
        }),
  };
  const moving = keeps ? [lesson, ...following] : following;
  return [
    ...(keeps ? [] : [{ type: "remove", item: id } as const]),
    { type: "insert-module", module: made, after: module.id },
    ...moving.map(
      (one, i): Operation => ({
        type: "move-lesson",
        item: one.id,
        module: own,
        after: moving[i - 1]?.id ?? null,
      }),
    ),
  ];
}

/** Takes rows out; a module goes with its lessons. */
export function removeRows(course: PlanCourse, rows: ReadonlySet<string>): Operation[] {
  return outermost(course, rows).map((item) => ({ type: "remove", item }));
}

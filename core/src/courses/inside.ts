/** A course inside another: its modules stand there as they were published, whole, and are changed where they are at home. */
import { isFor, isSame, itemsOf, type PlanCourse, type PlanItem, type PlanModule } from "../plan";
import { shortened } from "./fingerprint";
import { type Loosened, rebound } from "./rebound";
import { stretchesBy } from "./stretches";

/** A course that a module came in with. */
export type CourseAround = NonNullable<PlanModule["inside"]>[number];

/** The course that a module came in with, the outermost; null: it is the course's own. */
export const courseOf = (module: Pick<PlanModule, "inside"> | undefined): CourseAround | null =>
  module?.inside?.[0] ?? null;

/** Whether a module is the course's own: it came in with none. */
export const isOwn = (module: Pick<PlanModule, "inside">): boolean => module.inside === undefined;

/** Whether a course stands in another, at whatever depth. */
export const holdsCourse = ({ modules }: Pick<PlanCourse, "modules">, course: string): boolean =>
  modules.some((module) => module.inside?.some((one) => one.course === course));

/** The courses inside a course at whatever depth, each once, in the order in which they stand. */
export function coursesInside({ modules }: Pick<PlanCourse, "modules">): CourseAround[] {
  const found = new Map<string, CourseAround>();
  for (const { inside = [] } of modules)
    for (const one of inside) if (!found.has(one.course)) found.set(one.course, one);
  return [...found.values()];
}

const required = new WeakMap<object, ReadonlyMap<string, readonly string[]>>();

/** Of each course inside a course the modules that have to be done there: published, with a lesson that is required. */
function requiredInside(course: Pick<PlanCourse, "modules">) {
  const known = required.get(course);
  if (known) return known;
  const shows = ({ visible }: { visible: string }) => visible === "published";
  const found = new Map(
    coursesInside(course).map(({ course: inner }) => [
      inner,
      course.modules
        .filter(
          (module) =>
            shows(module) &&
            holdsCourse({ modules: [module] }, inner) &&
            module.lessons.some((lesson) => shows(lesson) && lesson.required),
        )
        .map(({ id }) => id),
    ]),
  );
  required.set(course, found);
  return found;
}

/** The courses inside a course, at whatever depth, in which somebody has done all; `isDone`: whether a module is done. */
export const finishedInside = (
  course: Pick<PlanCourse, "modules">,
  isDone: (module: string) => boolean,
): string[] =>
  [...requiredInside(course)].flatMap(([inner, modules]) =>
    modules.length > 0 && modules.every(isDone) ? [inner] : [],
  );

/** A course that stands in another, with its modules there. */
export interface Inside extends CourseAround {
  modules: PlanModule[];
}

/** The modules of a course in stretches: each course inside it whole, its own ones between. */
export const stretchesOf = <M extends Pick<PlanModule, "inside">>(
  modules: readonly M[],
): { inside: CourseAround | null; modules: M[] }[] =>
  stretchesBy(modules, (module) => courseOf(module)?.course ?? null).map(({ all }) => ({
    inside: courseOf(all[0]),
    modules: all,
  }));

/** The courses that stand directly in a course, whole. */
export const insideIn = ({ modules }: Pick<PlanCourse, "modules">): Inside[] =>
  stretchesOf(modules).flatMap(({ inside, modules }) => (inside ? [{ ...inside, modules }] : []));

/** Names of rows are at most so long (plan/fields.ts). */
const NAME_MOST = 200;

/**
 * What a row of a course is called where that course stands in another: the same whenever it is put in anew, so that
 * what people have done there stays theirs.
 */
export function nameInside(course: string, row: string): string {
  const name = `${course}.${row}`;
  return name.length <= NAME_MOST ? name : `${name.slice(0, NAME_MOST - 9)}.${shortened(name)}`;
}

/**
 * A course's modules as they stand inside another. Their gates are its own, counted from whatever happens to the
 * enrollment in the outer course. Rows of single cohorts stay behind: the outer course has others. What counted from the
 * course as a whole goes without that moment. Where its lessons go in order, each holds the next.
 */
export function asInside(inner: PlanCourse): { modules: PlanModule[]; loosened: Loosened[] } {
  const modules = inner.modules
    .filter((module) => isFor(module, null))
    .map((module) => ({
      ...module,
      lessons: module.lessons.filter((lesson) => isFor(lesson, null)),
    }));
  const held = new Set(itemsOf({ modules }).map(({ id }) => id));
  const nameOf = (row: string) => (held.has(row) ? nameInside(inner.id, row) : undefined);
  const titles = new Map([
    [inner.id, inner.title],
    ...itemsOf(inner).map(({ id, title }) => [id, title] as const),
  ]);
  const loosened: Loosened[] = [];
  const lost = ({ item, from }: Loosened) =>
    loosened.push({ item: titles.get(item) ?? item, from: titles.get(from) ?? from });
  const around = { course: inner.id, title: inner.title };
  return {
    modules: modules.map(({ inside = [], ...module }) => ({
      ...rebound(module, nameOf, lost),
      id: nameInside(inner.id, module.id),
      inside: [around, ...inside],
      lessons: module.lessons.map((lesson) => ({
        ...rebound(lesson, nameOf, lost),
        id: nameInside(inner.id, lesson.id),
        ...(inner.order === "in-order" && lesson.required && { holdsNext: true }),
      })),
    })),
    loosened,
  };
}

/** Whether rows say the same; whether a lesson is empty hangs on what stands in it, which is the same everywhere. */
const said = (modules: readonly PlanModule[]) =>
  modules.map((module) => ({
    ...module,
    lessons: module.lessons.map(({ empty: _, ...lesson }) => lesson),
  }));

/** Whether modules inside a course are those of a version of theirs, as they would be put in now. */
export const isAsPublished = (modules: readonly PlanModule[], inner: PlanCourse): boolean =>
  isSame(said(modules), said(asInside(inner).modules));

/** How a course counts otherwise than the one it is put into, whose way holds there; each as a sentence. */
export function sayOtherCounting(inner: PlanCourse, outer: PlanCourse): string[] {
  const hour = (of: PlanCourse) =>
    of.releaseHour === null ? "at no fixed hour" : `at ${of.releaseHour}`;
  return [
    ...(inner.releaseHour === outer.releaseHour
      ? []
      : [`By itself it opens lessons ${hour(inner)}; here ${hour(outer)}, as this course does.`]),
    ...(inner.clock === outer.clock
      ? []
      : [
          `Its days are those of ${inner.clock === "school" ? "the school" : "each enrollee"} by itself; here those of ${outer.clock === "school" ? "the school" : "each enrollee"}.`,
        ]),
    ...(inner.counting === outer.counting
      ? []
      : [`By itself it counts ${counting(inner)}; here ${counting(outer)}.`]),
    ...(inner.opensOn === null || inner.opensOn === outer.opensOn
      ? []
      : [`By itself it opens on ${inner.opensOn}; here it opens with this course.`]),
    ...(itemsOf(inner).some(countsFromCohort)
      ? ["It counts from a cohort's days: here from those of this course's cohorts."]
      : []),
    ...(isSame(inner.validity, outer.validity)
      ? []
      : ["How long people have it is for this course to say."]),
    ...(inner.order === "in-order" && outer.order === "free"
      ? ["Its lessons go in order; what stands below it here waits for them."]
      : []),
  ];
}

const countsFromCohort = ({ gate, closes, due }: PlanItem) =>
  [...(gate?.when ?? []), closes, due].some((moment) => moment?.from.startsWith("cohort"));

const counting = ({ counting }: PlanCourse) =>
  counting === "calendar" ? "days of the calendar" : "full days";

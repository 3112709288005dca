/** A course in parts: each a course of its own, with the modules from the one that begins it up to the next part. */
import { itemsOf, type PlanCourse } from "../plan";
import { type Loosened, rebound } from "./rebound";

/** A part: what it is called, and the module that begins it. */
export interface PartOfCourse {
  id: string;
  title: string;
  first: string;
}

export interface Split {
  parts: { course: PlanCourse; minutes: number }[];
  /** Rows that counted from something of another part, by their titles: they go without that moment. */
  loosened: Loosened[];
}

/**
 * Splits a course at whole modules, in their order. Each part keeps the course's clock, release hour, order, window and
 * validity, and its rows their names; what counts from a row of another part goes without that moment. A course
 * inside is each part's own from then on. Its days of access and its dates are untouched.
 * @returns null where the parts do not begin at modules of the course, in their order, the first at its first.
 */
export function splitCourse(course: PlanCourse, parts: readonly PartOfCourse[]): Split | null {
  const begins = parts.map(({ first }) => course.modules.findIndex(({ id }) => id === first));
  if (begins[0] !== 0 || begins.some((at, i) => i > 0 && at <= (begins[i - 1] ?? 0))) return null;
  const titles = new Map(itemsOf(course).map(({ id, title }) => [id, title]));
  const loosened: Loosened[] = [];
  const lost = ({ item, from }: Loosened) =>
    loosened.push({ item: titles.get(item) ?? item, from: titles.get(from) ?? from });
  return {
    parts: parts.map(({ id, title }, i) => {
      const modules = course.modules.slice(begins[i], begins[i + 1]);
      const held = new Set(itemsOf({ modules }).map((row) => row.id));
      const nameOf = (item: string) => (held.has(item) ? item : undefined);
      return {
        course: {
          ...course,
          id,
          title,
          // Nothing of a course's own access can hang on a row that another part holds.
          validity: course.validity.filter(
            (moment) => !("item" in moment) || moment.item === undefined || held.has(moment.item),
          ),
          modules: modules.map(({ inside: _, ...module }) => ({
            ...rebound(module, nameOf, lost),
            lessons: module.lessons.map((lesson) => rebound(lesson, nameOf, lost)),
          })),
        },
        minutes: modules
          .flatMap(({ lessons }) => lessons)
          .reduce((sum, lesson) => sum + (lesson.minutes ?? 0), 0),
      };
    }),
    loosened,
  };
}

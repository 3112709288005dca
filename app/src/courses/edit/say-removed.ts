/** What was taken away, in a sentence: null where nothing of weight was. */
import { findPlace, insideIn, type Operation } from "@dawngate/core/courses";
import type { PlanCourse } from "@dawngate/core/plan";

/** `course` is the one before the operations. A row without a title was never more than a line one left. */
export function sayRemoved(course: PlanCourse, operations: readonly Operation[]): string | null {
  const out = operations.find(({ type }) => type === "take-course");
  // One that is put in again in the same step stays.
  if (out?.type === "take-course" && !operations.some(({ type }) => type === "put-course")) {
    const inside = insideIn(course).find((one) => one.course === out.course);
    if (inside) return `Took out “${inside.title}”.`;
  }
  const removed = operations.flatMap((operation) => {
    const place = operation.type === "remove" ? findPlace(course, operation.item) : null;
    if (!place) return [];
    const { lesson, module } = place;
    const lessons = lesson ? 0 : module.lessons.length;
    const title = (lesson ?? module).title.trim();
    return title === "" && lessons === 0 ? [] : [{ title, lessons }];
  });
  const [one, ...others] = removed;
  if (!one) return null;
  if (others.length > 0) return `Removed ${removed.length} rows.`;
  const itsLessons =
    one.lessons === 0
      ? ""
      : one.lessons === 1
        ? " and its lesson"
        : ` and its ${one.lessons} lessons`;
  return `Removed “${one.title}”${itsLessons}.`;
}

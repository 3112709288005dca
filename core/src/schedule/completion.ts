/** Completion and progress: when lessons, modules and the course were first completed, and what is ticked. */
import type { Instant } from "../time";
import type { History } from "./history";
import type { PreparedCourse } from "./prepare";

export interface Completions {
  /** First completion of each item, by its number. */
  items: (Instant | null)[];
  course: Instant | null;
  /** Whether each item's last tick is on; a module: all its required lessons', and it has at least one. */
  done: boolean[];
  progress: { done: number; of: number };
}

/** Works out completions from history. */
export function completionsOf(course: PreparedCourse, history: History): Completions {
  const { items } = course;
  const completed: (Instant | null)[] = items.map((item) => history.completed.get(item.id) ?? null);
  const done = items.map((item) => history.ticked.has(item.id));
  const progress = { done: 0, of: 0 };
  const modules: (Instant | null)[] = [];
  for (const [module, lessons] of course.lessons) {
    const required = lessons.filter((lesson) => items[lesson]?.required);
    const ticked = required.filter((lesson) => done[lesson]).length;
    progress.of += required.length;
    progress.done += ticked;
    done[module] = required.length > 0 && ticked === required.length;
    const recorded = completed[module] ?? null;
    completed[module] = earlier(
      latest(required.map((lesson) => completed[lesson] ?? null)),
      recorded,
    );
    if (required.length > 0) modules.push(completed[module] ?? null);
  }
  const recorded = history.completed.get(course.id) ?? null;
  return { items: completed, course: earlier(latest(modules), recorded), done, progress };
}

/** The latest of all, or null where there are none or one is missing. */
function latest(instants: readonly (Instant | null)[]): Instant | null {
  let last: Instant | null = null;
  for (const instant of instants) {
    if (instant === null) return null;
    if (last === null || instant > last) last = instant;
  }
  return last;
}

/** The earlier of two, or the one there is. */
export function earlier(a: Instant | null, b: Instant | null): Instant | null {
  if (a === null || b === null) return a ?? b;
  return a <= b ? a : b;
}

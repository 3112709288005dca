/** What a course's items are called in a gate's sentence, so that the sentence can be read back. */
import { itemsOf, type PlanCourse } from "../../plan";

export interface Names {
  /** “Shaping”; “Quiz” (2) where it is the second of that title; #"id" where its title could not be read back. */
  nameOf(item: string): string;
  /** The item of a title, the n-th of it; null where there is none. */
  find(title: string, nth: number): string | null;
  /** Whether an item of this identifier is there. */
  has(item: string): boolean;
  /** All names, in the outline's order. */
  all: readonly string[];
  /** What the school calls a lesson. */
  lesson: string;
}

/** A title that stands in quotation marks as it is. */
const isPlain = (title: string) => /^[^“”\r\n]{1,120}$/.test(title) && title.trim() === title;
const folded = (title: string) => title.normalize("NFC").toLocaleLowerCase("en");

/** The names of a course; `lesson`: the school's own word for one. */
export function namesIn(course: Pick<PlanCourse, "modules">, lesson = "lesson"): Names {
  const items = itemsOf(course);
  const byTitle = new Map<string, string[]>();
  const called = new Map<string, string>();
  for (const { id, title } of items) {
    const key = folded(title);
    const those = byTitle.get(key) ?? [];
    those.push(id);
    byTitle.set(key, those);
    const nth = those.length === 1 ? "" : ` (${those.length})`;
    called.set(id, isPlain(title) ? `“${title}”${nth}` : `#${JSON.stringify(id)}`);
  }
  return {
    nameOf: (item) => called.get(item) ?? `#${JSON.stringify(item)}`,
    find: (title, nth) => byTitle.get(folded(title))?.[nth - 1] ?? null,
    has: (item) => called.has(item),
    all: [...called.values()],
    lesson,
  };
}

/** An outline typed like a text: what a key in a title does to the outline, where the caret goes, what is marked. */
import {
  findPlace,
  indent,
  moveDown,
  moveUp,
  newLesson,
  newModule,
  type Operation,
  outdent,
  removeRows,
  rowsOf,
} from "@dawngate/core/courses";
import { outlineOf, readPaper } from "@dawngate/core/courses/paper";
import type { PlanCourse } from "@dawngate/core/plan";

/** The keys that mean something in a title. */
export type Stroke =
  | "enter"
  | "tab"
  | "shift-tab"
  | "move-up"
  | "move-down"
  | "up"
  | "down"
  | "mark-up"
  | "mark-down"
  | "backspace"
  | "delete-rows"
  | "escape";

/** Where one types: the row, what stands in its field now, and the caret in it. */
export interface Typing {
  row: string;
  text: string;
  caret: number;
  marked: ReadonlySet<string>;
}

export interface Typed {
  operations: Operation[];
  /** The row that has the caret afterwards; null: it stays as it is. */
  focus: string | null;
  marked: ReadonlySet<string>;
}

const NONE: ReadonlySet<string> = new Set();

/** What a key does; null where it is the field's own. Pure: `newId` gives names that are free. */
export function strike(
  course: PlanCourse,
  typing: Typing,
  stroke: Stroke,
  newId: () => string,
): Typed | null {
  const { row, marked } = typing;
  const place = findPlace(course, row);
  if (!place) return null;
  const rows = rowsOf(course);
  const at = rows.indexOf(row);
  const those = marked.has(row) ? marked : new Set([row]);
  const kept = titled(course, typing);
  switch (stroke) {
    case "enter":
      return ended(course, typing, newId) ?? opened(course, typing, newId);
    case "tab": {
      const operations = indent(course, row);
      return operations.length === 0
        ? null
        : { operations: [...kept, ...operations], focus: row, marked };
    }
    case "shift-tab": {
      const title = typing.text.trim();
      const now = kept.length === 0 ? course : withTitle(course, row, title);
      const operations = outdent(now, row, newId);
      return operations.length === 0
        ? null
        : { operations: [...kept, ...operations], focus: row, marked };
    }
    case "move-up":
      return { operations: [...kept, ...moveUp(course, those)], focus: row, marked };
    case "move-down":
      return { operations: [...kept, ...moveDown(course, those)], focus: row, marked };
    case "up":
    case "down": {
      const next = rows[stroke === "up" ? at - 1 : at + 1];
      return next === undefined ? null : { operations: kept, focus: next, marked: NONE };
    }
    case "mark-up":
    case "mark-down": {
      const next = rows[stroke === "mark-up" ? at - 1 : at + 1];
      if (next === undefined) return { operations: kept, focus: row, marked: those };
      // Back over what is marked already takes the mark away again.
      const more = new Set(those);
      if (more.has(next)) more.delete(row);
      else more.add(next);
      return { operations: kept, focus: next, marked: more };
    }
    case "backspace":
      if (typing.text !== "" || (!place.lesson && place.module.lessons.length > 0)) return null;
      return {
        operations: removeRows(course, new Set([row])),
        focus: rows[at - 1] ?? rows[at + 1] ?? null,
        marked: NONE,
      };
    case "delete-rows": {
      if (marked.size === 0) return null;
      const before = rows.slice(0, at).findLast((id) => !marked.has(id));
      return { operations: removeRows(course, marked), focus: before ?? null, marked: NONE };
    }
    case "escape":
      return marked.size === 0 ? null : { operations: kept, focus: row, marked: NONE };
  }
}

/** What was typed in the field and is not kept yet. */
function titled(course: PlanCourse, { row, text }: Typing): Operation[] {
  const place = findPlace(course, row);
  const item = place?.lesson ?? place?.module;
  if (!item || item.title === text || text.trim() === "") return [];
  return [
    {
      type: place?.lesson ? "set-lesson" : "set-module",
      item: row,
      set: { title: text },
    } as Operation,
  ];
}

function withTitle(course: PlanCourse, row: string, title: string): PlanCourse {
  const named = <T extends { id: string; title: string }>(item: T) =>
    item.id === row ? { ...item, title } : item;
  const modules = course.modules.map((module) => ({
    ...named(module),
    lessons: module.lessons.map(named),
  }));
  return { ...course, modules };
}

/** An empty lesson at the end of its module ends the list: it becomes the next module, which waits for its title. */
function ended(course: PlanCourse, { row, text }: Typing, newId: () => string): Typed | null {
  const place = findPlace(course, row);
  const lesson = place?.lesson;
  if (!lesson || text.trim() !== "" || !lesson.empty) return null;
  if (place.module.lessons.at(-1)?.id !== row) return null;
  const operations = outdent(course, row, newId);
  return operations.length === 0 ? null : { operations, focus: row, marked: NONE };
}

/** A new line below; from the caret on the title goes with it. */
function opened(course: PlanCourse, typing: Typing, newId: () => string): Typed {
  const { row, text, caret } = typing;
  const place = findPlace(course, row);
  const [left, right] = [text.slice(0, caret).trim(), text.slice(caret).trim()];
  const splits = left !== "" && right !== "";
  const kept = titled(course, splits ? { ...typing, text: left } : typing);
  const id = newId();
  const title = splits ? right : "";
  const module = place?.module.id ?? "";
  const insertion: Operation = {
    type: "insert-lesson",
    lesson: newLesson(id, title),
    module,
    after: place?.lesson?.id ?? null,
  };
  return { operations: [...kept, insertion], focus: id, marked: NONE };
}

/** Many lines pasted into a title: modules after this one's module, or lessons after this row. */
export function pastedLines(
  course: PlanCourse,
  row: string,
  text: string,
  newId: () => string,
): Typed | null {
  const place = findPlace(course, row);
  const paper = readPaper(text);
  const outline = outlineOf(paper.rows);
  const last = { id: "" };
  const id = () => {
    last.id = newId();
    return last.id;
  };
  if (!place || outline.modules.length === 0) return null;
  const operations: Operation[] = [];
  let module = place.module.id;
  let after: string | null = place.lesson?.id ?? null;
  for (const [index, { title, lessons }] of outline.modules.entries()) {
    const named = paper.rows.some(({ role }) => role === "module");
    if (named || index > 0) {
      const made = newModule(id(), title);
      operations.push({ type: "insert-module", module: made, after: module });
      module = made.id;
      after = null;
    }
    for (const lesson of lessons) {
      const made = {
        ...newLesson(id(), lesson.title),
        kind: lesson.kind ?? "text",
        minutes: lesson.minutes,
        empty: lesson.text === "",
      };
      const own = lesson.text === "" ? {} : { text: lesson.text };
      operations.push({ type: "insert-lesson", lesson: made, module, after, ...own });
      after = made.id;
    }
  }
  // They take the place of an empty row.
  const held = place.lesson ?? place.module;
  const leaves =
    held.title.trim() === "" &&
    (place.lesson ? place.lesson.empty : place.module.lessons.length === 0) &&
    (place.lesson !== null || module !== place.module.id);
  if (leaves) operations.push(...removeRows(course, new Set([row])));
  return { operations, focus: last.id || null, marked: NONE };
}

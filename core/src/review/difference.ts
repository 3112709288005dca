/** Two versions of a course side by side: what is new, gone, changed or moved, in outline and settings. */
import { inRow } from "../courses/in-row";
import { isSame, type PlanCourse, type PlanLesson, type PlanModule } from "../plan";

/** One field that differs, as it stands in the plan file. */
export interface FieldChange {
  field: string;
  before: unknown;
  after: unknown;
}

/** A module or lesson of either version. */
export interface DifferenceRow {
  id: string;
  kind: "module" | "lesson";
  /** The title in each version; null: it is not in it. */
  before: string | null;
  after: string | null;
  /** It stands at another place among those that are in both, or in another module. */
  moved: boolean;
  /** The modules it stood and stands in, where it changed them. */
  from: string | null;
  changes: FieldChange[];
}

export interface Difference {
  settings: FieldChange[];
  /** In the order of the newer version; what is gone stands where it stood. */
  rows: DifferenceRow[];
}

/** What differs between two versions. Whether a lesson is empty is no part of a version's plan to its author. */
export function differenceOf(before: PlanCourse, after: PlanCourse): Difference {
  const settings = fieldsOf(before, after, ["id", "modules"]);
  const rows: DifferenceRow[] = [];
  const was = new Map<string, { module: string; lesson: PlanLesson }>();
  for (const { id: module, lessons } of before.modules)
    for (const lesson of lessons) was.set(lesson.id, { module, lesson });
  const is = new Set(after.modules.flatMap(({ lessons }) => lessons.map(({ id }) => id)));
  const modules = new Map(before.modules.map((module) => [module.id, module]));
  const movedModules = movedOf(before.modules, after.modules);
  const titleOf = new Map(before.modules.map(({ id, title }) => [id, title]));

  const lessonRows = (module: PlanModule, old: PlanModule | undefined): DifferenceRow[] => {
    const moved = movedOf(old?.lessons ?? [], module.lessons);
    const own = module.lessons.map((lesson): DifferenceRow => {
      const found = was.get(lesson.id);
      const elsewhere = found !== undefined && found.module !== module.id;
      return {
        id: lesson.id,
        kind: "lesson",
        before: found?.lesson.title ?? null,
        after: lesson.title,
        moved: elsewhere || (found !== undefined && moved.has(lesson.id)),
        from: elsewhere ? (titleOf.get(found.module) ?? null) : null,
        changes: found ? fieldsOf(found.lesson, lesson, ["id", "title", "empty"]) : [],
      };
    });
    return withGone(
      own,
      (old?.lessons ?? []).filter(({ id }) => !is.has(id)),
      (old?.lessons ?? []).map(({ id }) => id),
      ({ id, title }) => goneRow(id, "lesson", title),
    );
  };
  const parts = after.modules.map((module) => {
    const old = modules.get(module.id);
    const row: DifferenceRow = {
      id: module.id,
      kind: "module",
      before: old?.title ?? null,
      after: module.title,
      moved: old !== undefined && movedModules.has(module.id),
      from: null,
      changes: old ? fieldsOf(old, module, ["id", "title", "lessons", "inside"]) : [],
    };
    return { id: module.id, rows: [row, ...lessonRows(module, old)] };
  });
  const gone = before.modules.filter(({ id }) => !after.modules.some((one) => one.id === id));
  const all = withGone(
    parts,
    gone,
    before.modules.map(({ id }) => id),
    (module) => ({
      id: module.id,
      rows: [
        goneRow(module.id, "module", module.title),
        ...module.lessons
          .filter(({ id }) => !is.has(id))
          .map(({ id, title }) => goneRow(id, "lesson", title)),
      ],
    }),
  );
  for (const part of all) rows.push(...part.rows);
  return { settings, rows };
}

/** Whether a row says anything. */
export function differs({ before, after, moved, changes }: DifferenceRow): boolean {
  return before !== after || moved || changes.length > 0;
}

function goneRow(id: string, kind: DifferenceRow["kind"], title: string): DifferenceRow {
  return { id, kind, before: title, after: null, moved: false, from: null, changes: [] };
}

/** Those of both lists that do not stand in one order with the most of the others. */
function movedOf(before: readonly { id: string }[], after: readonly { id: string }[]): Set<string> {
  const place = new Map(before.map(({ id }, index) => [id, index]));
  const stayed = new Set(inRow(after.map(({ id }) => place.get(id) ?? -1)));
  return new Set(
    after.filter(({ id }, index) => place.has(id) && !stayed.has(index)).map(({ id }) => id),
  );
}

/** Puts what is gone after what stood before it, where that is still there. */
function withGone<T extends { id: string }, Gone extends { id: string }>(
  list: readonly T[],
  gone: readonly Gone[],
  order: readonly string[],
  make: (gone: Gone) => T,
): T[] {
  const result = [...list];
  for (const one of gone) {
    const earlier = order.slice(0, order.indexOf(one.id)).reverse();
    const after = earlier.map((id) => result.findIndex((row) => row.id === id)).find((i) => i >= 0);
    result.splice(after === undefined ? 0 : after + 1, 0, make(one));
  }
  return result;
}

function fieldsOf(before: object, after: object, without: readonly string[]): FieldChange[] {
  const [old, fresh] = [before as Record<string, unknown>, after as Record<string, unknown>];
  return [...new Set([...Object.keys(old), ...Object.keys(fresh)])]
    .filter((field) => !without.includes(field))
    .filter((field) => !isSame(old[field] ?? null, fresh[field] ?? null))
    .map((field) => ({ field, before: old[field] ?? null, after: fresh[field] ?? null }));
}

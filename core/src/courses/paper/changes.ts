/** A document against the course as it stands: what is new, moved, renamed or changed, each to be taken or left. */
import type { PlanCourse, PlanLesson, PlanModule } from "../../plan";
import { ownerOf } from "../apply";
import { newLesson, newModule } from "../blank";
import { inRow } from "../in-row";
import type { Operation } from "../operation";
import type { PaperLesson, PaperModule, PaperOutline } from "./row";

export interface OutlineChange {
  kind: "new-module" | "new-lesson" | "renamed" | "moved" | "changed" | "gone";
  what: "module" | "lesson";
  /** The title as it will be, or as it is where it goes. */
  title: string;
  /** What it was called, or where it stood; for a lesson, what of it changes. */
  was: string | null;
  /** A lesson's module. */
  module: string | null;
  /** In order; a new module brings its own new lessons. */
  operations: Operation[];
}

/**
 * What has to be done so that a course becomes the outline. The same titles are the same lessons; one in the same place
 * with a title that is much alike was renamed. Taken all and in order, the operations lead to the outline; `gone` ones
 * are best offered, not taken. `newId` gives identifiers that the course does not hold.
 */
export function planChanges(
  course: PlanCourse,
  outline: PaperOutline,
  newId: () => string,
): OutlineChange[] {
  const changes: OutlineChange[] = [];
  const modules = matchModules(course.modules, outline.modules);
  const ids = outline.modules.map((_, index) => modules.get(index)?.id ?? newId());
  const lessonsOf = matchLessons(course, outline, modules);
  const taken = new Set([...lessonsOf.values()].map(({ lesson }) => lesson.id));
  const keptModules = new Set(
    inRow(outline.modules.map((_, i) => course.modules.findIndex(({ id }) => id === ids[i]))),
  );
  for (const [m, module] of outline.modules.entries()) {
    const was = modules.get(m) ?? null;
    const id = ids[m] as string;
    const after = ids[m - 1] ?? null;
    if (!was)
      changes.push({
        ...about("new-module", "module", module.title, null, null),
        operations: [{ type: "insert-module", module: newModule(id, module.title), after }],
      });
    else {
      if (was.title !== module.title)
        changes.push({
          ...about("renamed", "module", module.title, was.title, null),
          operations: [{ type: "set-module", item: id, set: { title: module.title } }],
        });
      if (!keptModules.has(m))
        changes.push({
          ...about("moved", "module", module.title, null, null),
          operations: [{ type: "move-module", item: id, after }],
        });
    }
    changes.push(...lessonChanges(m, module, id, was, lessonsOf, newId));
  }
  const goneModules = course.modules.filter(({ id }) => !ids.includes(id));
  for (const module of course.modules)
    for (const lesson of module.lessons)
      if (!taken.has(lesson.id) && !goneModules.includes(module))
        changes.push({
          ...about("gone", "lesson", lesson.title, null, module.title),
          operations: [{ type: "remove", item: lesson.id }],
        });
  for (const module of goneModules)
    changes.push({
      ...about("gone", "module", module.title, null, null),
      operations: [{ type: "remove", item: module.id }],
    });
  // What stands in a course inside this one is not the document's to change.
  return changes.filter(({ operations }) =>
    operations.every((operation) => ownerOf(course, operation) === null),
  );
}

type Matches = Map<string, { lesson: PlanLesson; module: PlanModule }>;

function lessonChanges(
  m: number,
  module: PaperModule,
  id: string,
  was: PlanModule | null,
  matches: Matches,
  newId: () => string,
): OutlineChange[] {
  const found = module.lessons.map((_, l) => matches.get(`${m}/${l}`) ?? null);
  const kept = new Set(
    inRow(
      found.map((one) => (one && one.module.id === was?.id ? was.lessons.indexOf(one.lesson) : -1)),
    ),
  );
  let after: string | null = null;
  return module.lessons.flatMap((lesson, l) => {
    const old = found[l];
    const place = after;
    if (!old) {
      const fresh = newId();
      after = fresh;
      return [
        {
          ...about("new-lesson", "lesson", lesson.title, null, module.title),
          operations: [insertion(fresh, lesson, id, place)],
        },
      ];
    }
    after = old.lesson.id;
    const changes: OutlineChange[] = [];
    if (old.lesson.title !== lesson.title)
      changes.push({
        ...about("renamed", "lesson", lesson.title, old.lesson.title, module.title),
        operations: [{ type: "set-lesson", item: after, set: { title: lesson.title } }],
      });
    if (!kept.has(l))
      changes.push({
        ...about(
          "moved",
          "lesson",
          lesson.title,
          old.module.id === was?.id ? null : old.module.title,
          module.title,
        ),
        operations: [{ type: "move-lesson", item: after, module: id, after: place }],
      });
    const set: Partial<PlanLesson> = {};
    if (lesson.kind !== null && lesson.kind !== old.lesson.kind) set.kind = lesson.kind;
    if (lesson.minutes !== null && lesson.minutes !== old.lesson.minutes)
      set.minutes = lesson.minutes;
    if (Object.keys(set).length > 0)
      changes.push({
        ...about("changed", "lesson", lesson.title, sayDetails(old.lesson, set), module.title),
        operations: [{ type: "set-lesson", item: after, set }],
      });
    return changes;
  });
}

function about(
  kind: OutlineChange["kind"],
  what: OutlineChange["what"],
  title: string,
  was: string | null,
  module: string | null,
) {
  return { kind, what, title, was, module };
}

function sayDetails(lesson: PlanLesson, set: Partial<PlanLesson>): string {
  const length = (minutes: number | null) => (minutes === null ? "no length" : `${minutes} min`);
  return [
    ...(set.kind === undefined ? [] : [`${lesson.kind} → ${set.kind}`]),
    ...(set.minutes === undefined ? [] : [`${length(lesson.minutes)} → ${length(set.minutes)}`]),
  ].join(", ");
}

/** Puts a lesson as the document has it into a module; its text goes with it. */
function insertion(
  id: string,
  { title, kind, minutes, text }: PaperLesson,
  module: string,
  after: string | null,
): Operation {
  const lesson = { ...newLesson(id, title), kind: kind ?? "text", minutes, empty: text === "" };
  return { type: "insert-lesson", lesson, module, after, ...(text === "" ? {} : { text }) };
}

/** A title as it is compared: letters and digits alone. */
function key(title: string): string {
  return title
    .normalize("NFKC")
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, " ")
    .trim();
}

/** Two titles that may be one: much the same letters, or all words of one in the other. */
function isAlike(a: string, b: string): boolean {
  const [x, y] = [` ${key(a)} `, ` ${key(b)} `];
  const [less, more] = x.length < y.length ? [x, y] : [y, x];
  return (less.length > 5 && more.includes(less)) || likeness(a, b) >= ALIKE;
}

/** How alike two titles are, 0 to 1: the share of their pairs of letters (Sørensen and Dice). */
function likeness(a: string, b: string): number {
  const pairs = (text: string) => {
    const counts = new Map<string, number>();
    for (let i = 0; i + 1 < text.length; i++) {
      const pair = text.slice(i, i + 2);
      counts.set(pair, (counts.get(pair) ?? 0) + 1);
    }
    return counts;
  };
  const [x, y] = [pairs(key(a)), pairs(key(b))];
  let common = 0;
  for (const [pair, count] of x) common += Math.min(count, y.get(pair) ?? 0);
  const all = Math.max(key(a).length - 1, 0) + Math.max(key(b).length - 1, 0);
  return all === 0 ? Number(key(a) === key(b)) : (2 * common) / all;
}

const ALIKE = 0.5;

function matchModules(
  old: readonly PlanModule[],
  paper: readonly PaperModule[],
): Map<number, PlanModule> {
  const matches = new Map<number, PlanModule>();
  const free = new Set(old);
  const take = (index: number, module: PlanModule | undefined) => {
    if (!module) return;
    matches.set(index, module);
    free.delete(module);
  };
  for (const [index, { title }] of paper.entries())
    take(
      index,
      [...free].find((module) => key(module.title) === key(title)),
    );
  for (const [index, module] of paper.entries()) {
    if (matches.has(index)) continue;
    const titles = new Set(module.lessons.map(({ title }) => key(title)));
    const shares = (one: PlanModule) =>
      one.lessons.filter(({ title }) => titles.has(key(title))).length * 2 > one.lessons.length;
    take(
      index,
      [...free].find(
        (one) => isAlike(one.title, module.title) || (one.lessons.length > 0 && shares(one)),
      ),
    );
  }
  return matches;
}

/** By `module/lesson`, the numbers in the outline. */
function matchLessons(
  course: PlanCourse,
  outline: PaperOutline,
  modules: Map<number, PlanModule>,
): Matches {
  const matches: Matches = new Map();
  const free = new Map<string, { lesson: PlanLesson; module: PlanModule }[]>();
  for (const module of course.modules)
    for (const lesson of module.lessons) {
      const list = free.get(key(lesson.title));
      if (list) list.push({ lesson, module });
      else free.set(key(lesson.title), [{ lesson, module }]);
    }
  const each = function* () {
    for (const [m, module] of outline.modules.entries())
      for (const [l, lesson] of module.lessons.entries()) yield { m, lesson, place: `${m}/${l}` };
  };
  const take = (
    place: string,
    from: { lesson: PlanLesson; module: PlanModule }[] | undefined,
    index: number,
  ) => {
    const [found] = from?.splice(index, 1) ?? [];
    if (found) matches.set(place, found);
  };
  // First where it stands in its own module, then wherever it went.
  for (const { m, lesson, place } of each()) {
    const list = free.get(key(lesson.title));
    const index = list?.findIndex(({ module }) => module === modules.get(m)) ?? -1;
    if (index >= 0) take(place, list, index);
  }
  for (const { lesson, place } of each())
    if (!matches.has(place)) take(place, free.get(key(lesson.title)), 0);
  // What is left of a module on both sides and is much alike was renamed.
  const used = new Set([...matches.values()].map(({ lesson }) => lesson));
  for (const { m, lesson, place } of each()) {
    const module = modules.get(m);
    if (matches.has(place) || !module) continue;
    const renamed = module.lessons.find(
      (one) => !used.has(one) && isAlike(one.title, lesson.title),
    );
    if (!renamed) continue;
    used.add(renamed);
    matches.set(place, { lesson: renamed, module });
  }
  return matches;
}

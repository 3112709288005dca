/** Modules and lessons with nothing in them yet. */
import type { PlanLesson, PlanModule } from "../plan";

const blank = { visible: "published" as const, gate: null, closes: null, due: null };

/** A module with nothing in it. */
export function newModule(id: string, title: string): PlanModule {
  return { id, title, ...blank, lessons: [] };
}

/** A lesson with nothing in it. */
export function newLesson(id: string, title: string): PlanLesson {
  const kind = { kind: "text", minutes: null, empty: true };
  return { id, title, ...blank, ...kind, holdsNext: false, sample: false, required: true };
}

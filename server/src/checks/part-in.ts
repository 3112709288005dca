/** A check as it stands in a lesson: a quiz, a survey, an assignment. */
import type { LessonPart, PartOf } from "@dawngate/core/lessons";
import type { SchoolTransaction } from "../db/connection";
import { readStanding } from "../lessons/store";

interface Outline {
  id: string;
  modules: readonly { lessons: readonly { id: string; title: string; kind: string }[] }[];
}

export interface PartIn<Kind extends LessonPart["kind"]> {
  title: string;
  /** The content it stands on, whatever lesson that is in. */
  lesson: string;
  /** What is written beside it. */
  text: string;
  part: PartOf<Kind>;
}

/** What stands in a lesson of this kind, as a version of its course names it; null: nothing, or something else. */
export async function partIn<Kind extends LessonPart["kind"]>(
  tx: SchoolTransaction,
  course: Outline,
  version: number,
  item: string,
  kind: Kind,
): Promise<PartIn<Kind> | null> {
  const found = course.modules.flatMap(({ lessons }) => lessons).find(({ id }) => id === item);
  if (found?.kind !== kind) return null;
  const { part, lesson, text } = await readStanding(tx, course.id, version, item);
  return part?.kind === kind && lesson !== null
    ? { title: found.title, lesson, text, part: part as PartOf<Kind> }
    : null;
}

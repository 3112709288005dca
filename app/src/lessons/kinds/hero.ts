/** Where what a lesson shows stands by its kind: at the top of its page, over the full width, or below its text. */
import type { LessonContent } from "@dawngate/contract/lessons";

const HEROES: ReadonlySet<string> = new Set(["video"]);

export const isHero = ({ part }: Pick<LessonContent, "part">): boolean =>
  part !== null && HEROES.has(part.kind);

/** What is answered in its lesson stands below the text that asks for it. */
const ANSWERED: ReadonlySet<string> = new Set(["survey", "assignment"]);

export const isBelowText = ({ part }: Pick<LessonContent, "part">): boolean =>
  part !== null && ANSWERED.has(part.kind);

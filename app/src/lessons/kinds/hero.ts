/** What a lesson shows at the top of its page, over the full width, is of these kinds. */
import type { LessonContent } from "@dawngate/contract/lessons";

const HEROES: ReadonlySet<string> = new Set(["video"]);

export const isHero = ({ part }: Pick<LessonContent, "part">): boolean =>
  part !== null && HEROES.has(part.kind);

/** What stands in a lesson, made ready for whoever may read it: with the addresses of its files, for them. */
import type { LessonContent } from "@dawngate/contract/lessons";
import { filesInText, joinable, type LessonPart, usesOf } from "@dawngate/core/lessons";
import type { KeptFiles } from "../base/kept-files";
import type { SchoolTransaction } from "../db/connection";
import { showFiles } from "../files/service";
import type { Context } from "../school/context";
import { readMaterials } from "./library-store";
import type { Standing } from "./store";

type Reader = Pick<Context, "slug" | "account" | "now">;

/** The content for one reader. A part of another kind than the lesson's was put there before its kind changed. */
export async function showContent(
  tx: SchoolTransaction,
  kept: KeptFiles | null,
  reader: Reader,
  kind: string,
  { text, part, materials }: Omit<Standing, "lesson">,
): Promise<LessonContent> {
  const found = await readMaterials(tx, materials);
  const shown = part?.kind === kind ? forReader(part, reader) : null;
  const files = filesOf({ text, part: shown, materials: found });
  return { text, part: shown, materials: found, files: await showFiles(tx, kept, reader, files) };
}

/** The files that stand in a lesson: in its text, its part, its materials. */
export const filesOf = ({ text, part, materials }: Omit<LessonContent, "files">): string[] => [
  ...filesInText(text),
  ...(part ? usesOf(part).map(({ file }) => file) : []),
  ...materials.map(({ file }) => file),
];

/** Where a meeting is, is told from shortly before it begins until it ends. */
function forReader(part: LessonPart, { now }: Reader): LessonPart {
  return part.kind === "live meeting" && !joinable(part, now) ? { ...part, link: null } : part;
}

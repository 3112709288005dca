/** What a file is, in words. */
import type { ShownFile } from "@dawngate/contract/files";
import { fileTypeOf, sayBytes } from "@dawngate/core/lessons/file-types";
import { sayPlace } from "@dawngate/core/lessons/seen";

/** What a file is, in few words: `PDF, 2 pages`, `MP4 video, 0:31, 250 kB`. */
export function sayFile({ type, pages, seconds, bytes }: ShownFile): string {
  const { word } = fileTypeOf(type);
  return [
    word,
    ...(pages === null ? [] : [`${pages} ${pages === 1 ? "page" : "pages"}`]),
    ...(seconds === null ? [] : [sayPlace(seconds)]),
    ...(pages === null ? [sayBytes(bytes)] : []),
  ].join(", ");
}

/** What a file may be called until somebody says more: its name without its ending, its dashes as spaces. */
export const titleOfFile = (name: string): string =>
  (
    name
      .replace(/\.\w{1,8}$/, "")
      .replaceAll(/[-_]+/g, " ")
      .trim() || name
  ).slice(0, 200);

/** A lesson's text: Markdown (CommonMark, tables as GFM has them) with pictures that are files of the school's. */

/** A file's picture stands in a text as `![what is on it](file:…)`. */
const PICTURE = /!\[[^\]]*\]\(file:([0-9a-f]{64})\)/g;

/** The files whose pictures stand in a text, each once. */
export const filesInText = (text: string): string[] => [
  ...new Set([...text.matchAll(PICTURE)].map(([, file = ""]) => file)),
];

/** The file that a picture's address in a text means; null: it means none of ours. */
export const fileOfAddress = (address: string): string | null =>
  /^file:([0-9a-f]{64})$/.exec(address)?.[1] ?? null;

/** A picture of a file, as it stands in a text. */
export const pictureInText = (file: string, alt: string): string =>
  `![${alt.replaceAll(/[[\]\n]/g, " ").trim()}](file:${file})`;

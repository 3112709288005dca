/**
 * What a file is, as its first bytes say: its media type, the family it is shown as, and the word for it. What stands
 * here is shown by browsers without a program of ours; anything else can be taken along and nothing more.
 */

/** What a file is shown as. */
export type FileFamily = "picture" | "video" | "audio" | "PDF" | "captions" | "other";

interface FileType {
  family: FileFamily;
  /** What it is called. */
  word: string;
  /** The endings names of it have. */
  endings: readonly string[];
}

/** Media types (IANA's registry) that are shown, and what they are called. */
const TYPES: Record<string, FileType> = {
  "image/png": { family: "picture", word: "PNG picture", endings: ["png"] },
  "image/jpeg": { family: "picture", word: "JPEG picture", endings: ["jpg", "jpeg"] },
  "image/webp": { family: "picture", word: "WebP picture", endings: ["webp"] },
  "image/gif": { family: "picture", word: "GIF picture", endings: ["gif"] },
  "video/mp4": { family: "video", word: "MP4 video", endings: ["mp4", "m4v", "mov"] },
  "video/webm": { family: "video", word: "WebM video", endings: ["webm"] },
  "audio/mpeg": { family: "audio", word: "MP3 sound", endings: ["mp3"] },
  "audio/mp4": { family: "audio", word: "MPEG-4 sound", endings: ["m4a", "mp4", "aac"] },
  "audio/ogg": { family: "audio", word: "Ogg sound", endings: ["ogg", "oga", "opus"] },
  "audio/wav": { family: "audio", word: "WAV sound", endings: ["wav"] },
  "audio/flac": { family: "audio", word: "FLAC sound", endings: ["flac"] },
  "application/pdf": { family: "PDF", word: "PDF", endings: ["pdf"] },
  "text/vtt": { family: "captions", word: "captions (WebVTT)", endings: ["vtt"] },
  "text/plain": { family: "other", word: "text", endings: ["txt", "md", "csv"] },
  "application/zip": { family: "other", word: "archive", endings: ["zip"] },
};

const OTHER: FileType = { family: "other", word: "file", endings: [] };

/** What a media type is; whatever is not known here is "other". */
export const fileTypeOf = (type: string): Readonly<FileType> => TYPES[type] ?? OTHER;

/** What a file of this name should be, by its ending; null: any, or none that is known. */
export function familyByName(name: string): FileFamily | null {
  const ending = /\.([a-z0-9]{1,8})$/i.exec(name)?.[1]?.toLowerCase() ?? "";
  const found = Object.values(TYPES).filter(({ endings }) => endings.includes(ending));
  const families = new Set(found.map(({ family }) => family));
  // "mp4" may be sound alone.
  if (families.size !== 1) return families.has("video") ? "video" : null;
  const [family] = families;
  return family === "other" ? null : (family ?? null);
}

/** The endings a file chooser offers for a family, as HTML's `accept` wants them. */
export const acceptOf = (...wanted: FileFamily[]): string =>
  Object.entries(TYPES)
    .filter(([, { family }]) => wanted.includes(family))
    .flatMap(([type, { endings }]) => [type, ...endings.map((one) => `.${one}`)])
    .join(",");

const UNITS = ["kB", "MB", "GB"] as const;

/** A size as people read it: `83 kB`, `1.4 MB`. Decimal units (IEC 80000-13 leaves kilo at 1000). */
export function sayBytes(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  let size = bytes / 1000;
  let unit = 0;
  while (size >= 999.5 && unit < UNITS.length - 1) {
    size /= 1000;
    unit++;
  }
  return `${size < 9.95 && unit > 0 ? size.toFixed(1) : Math.round(size)} ${UNITS[unit]}`;
}

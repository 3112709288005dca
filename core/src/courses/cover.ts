/** A cover that was uploaded: what is taken, and which part of it is seen where it is wider or taller than its place. */

/** What browsers draw and what holds no program; by what the file's first bytes say, not its name. */
export const COVER_TYPES = { jpg: "image/jpeg", png: "image/png", webp: "image/webp" } as const;
export type CoverType = (typeof COVER_TYPES)[keyof typeof COVER_TYPES];

/** As it is kept: as large as the widest screen shows it, twice over. */
export const COVER_MOST = { side: 2_400, bytes: 4 * 1024 * 1024 };
/** As it may come: a browser needs four bytes of memory for each pixel. */
export const PICTURE_MOST = { side: 16_000, pixels: 80_000_000, bytes: 40 * 1024 * 1024 };
/** Smaller, it would be blurred on a phone already. */
export const COVER_LEAST = 320;

export interface Picture {
  /** As the file's first bytes say: `jpg`, `png`, … ; null: they say nothing known. */
  kind: string | null;
  /** Pixels. */
  width: number;
  height: number;
  bytes: number;
}

const thousands = (n: number) => n.toLocaleString("en");

/** Why a picture cannot become a cover, with what to do about it; null: it can. */
export function pictureFault({ kind, width, height, bytes }: Picture): string | null {
  if (bytes === 0) return "The file is empty. Choose another one.";
  if (kind === null || !(kind in COVER_TYPES))
    return `${kind === null ? "This is not a picture" : `A picture of the kind ${kind} is not taken`}: choose a JPEG, PNG or WebP file.`;
  const size = `${thousands(width)} × ${thousands(height)} pixels`;
  if (Math.min(width, height) < COVER_LEAST)
    return `The picture has ${size}: at least ${COVER_LEAST} each way are needed to be sharp.`;
  if (Math.max(width, height) > PICTURE_MOST.side || width * height > PICTURE_MOST.pixels)
    return `The picture has ${size}, more than a browser can open safely: make it at most ${thousands(PICTURE_MOST.side)} each way and ${PICTURE_MOST.pixels / 1e6} million in all.`;
  if (bytes > PICTURE_MOST.bytes)
    return `The file has ${Math.ceil(bytes / 1024 / 1024)} MB: at most ${PICTURE_MOST.bytes / 1024 / 1024} are taken.`;
  return null;
}

/** The size a picture is kept in: never enlarged, its sides in proportion, the longer at most {@link COVER_MOST}. */
export function keptSize(width: number, height: number): { width: number; height: number } {
  const scale = Math.min(1, COVER_MOST.side / Math.max(width, height));
  return {
    width: Math.max(1, Math.round(width * scale)),
    height: Math.max(1, Math.round(height * scale)),
  };
}

/** The point that stays in sight, in parts of the picture's width and height: 0.5, 0.5 is its middle. */
export interface Focus {
  x: number;
  y: number;
}

/**
 * Where a picture is laid in a place of other proportions, filled whole: the focal point as near the place's middle as
 * the picture's edges allow. As CSS `object-position` counts it, in percent (CSS Images 3, 5.5: a position of p percent
 * puts the point at p percent of the picture on that of the place).
 */
export function positionOf(picture: number, place: number, { x, y }: Focus): Focus {
  return picture > place
    ? { x: along(x, place / picture), y: 50 }
    : { x: 50, y: along(y, picture / place) };
}

/** `seen`: the part of the side that is in sight, 0 to 1. */
function along(focus: number, seen: number): number {
  if (seen >= 1) return 50;
  const start = Math.min(1 - seen, Math.max(0, focus - seen / 2));
  return (start / (1 - seen)) * 100;
}

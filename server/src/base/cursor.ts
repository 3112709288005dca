/** Where a page of a list ended, written so that it can be handed out, and read when it comes back. */
import type { z } from "zod";
import { ProblemError } from "./problem";

/** @example writeCursor(["name", "ilse maren", "enrollment-7"]) */
export const writeCursor = (place: readonly unknown[]) =>
  Buffer.from(JSON.stringify(place)).toString("base64url");

/** Reads one that we wrote. Whatever else comes is refused: there is no such place in this list. */
export function readCursor<T>(schema: z.ZodType<T>, text: string): T {
  let read: unknown = null;
  try {
    read = JSON.parse(Buffer.from(text, "base64url").toString());
  } catch {
    // Not ours.
  }
  const known = schema.safeParse(read);
  if (!known.success || /\\u0000|\0/.test(JSON.stringify(known.data)))
    throw new ProblemError(400, "The list cannot be gone on with from there. Load it anew.", [
      { path: "after", reason: "No page of this list ended there" },
    ]);
  return known.data;
}

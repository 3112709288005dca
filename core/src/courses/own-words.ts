/** Own words as they come in. */
import { z } from "zod";

const word = z.string().trim().max(40, "A word has at most 40 characters").optional();

/** Own words as they are kept: those left out, or empty, are the default, or the school's. */
export const ownWords = z
  .strictObject({
    course: word,
    module: word,
    modules: word,
    lesson: word,
    lessons: word,
    done: word,
  })
  .meta({ id: "OwnWords" });

export type OwnWords = z.infer<typeof ownWords>;

/** An assignment: what is handed in, looked at by somebody, and accepted or given back until it is. Its task is the lesson's text. */
import { z } from "zod";
import { SUBMISSION_FILES_MOST } from "../submission-limits";
import { lessonKind } from "./kind";
import { rubric } from "./rubric";

export const assignment = lessonKind({
  kind: "assignment",
  part: z
    .strictObject({
      kind: z.literal("assignment"),
      words: z
        .enum(["needed", "welcome", "none"])
        .describe("Whether something has to be written, may be, or is not asked for."),
      files: z
        .int()
        .min(0)
        .max(SUBMISSION_FILES_MOST, `At most ${SUBMISSION_FILES_MOST} files`)
        .describe("So many files may come with it; 0: none."),
      filesNeeded: z.int().min(0).max(SUBMISSION_FILES_MOST).describe("So many of them have to."),
      late: z
        .enum(["taken", "refused"])
        .describe("What becomes of what is handed in first after it was due."),
      rubric,
    })
    .refine(({ words, files }) => words !== "none" || files > 0, {
      message: "Ask for words, for files, or for both",
      path: ["words"],
    })
    .refine(({ files, filesNeeded }) => filesNeeded <= files, {
      message: "No more files can be needed than may come",
      path: ["filesNeeded"],
    })
    .meta({ id: "AssignmentPart" }),
  uses: () => [],
});

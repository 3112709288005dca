/** Work that failed, and a school that goes. */
import { z } from "zod";

export const failedWork = z
  .object({
    failed: z
      .array(
        z.object({
          id: z.string(),
          kind: z.string(),
          about: z.string().describe("What it was for, in words."),
          fault: z.string(),
          attempts: z.int(),
          at: z.string(),
          triedAt: z.string().nullable(),
        }),
      )
      .describe("The newest first; at most a hundred."),
    waiting: z.int().describe("How much is waiting, or being done."),
  })
  .meta({ id: "FailedWork" });

export const schoolDeletion = z
  .strictObject({
    slug: z.string().max(63).describe("The school's address, typed once more."),
  })
  .meta({ id: "SchoolDeletion" });

export const deletedSchool = z
  .object({ removedAt: z.string().describe("From then on nothing of it is left.") })
  .meta({ id: "DeletedSchool" });

export type FailedWork = z.infer<typeof failedWork>;
export type DeletedSchool = z.infer<typeof deletedSchool>;

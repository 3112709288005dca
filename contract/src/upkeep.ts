/** Work that failed, what a school and a person can take with them, and going. */
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

export const forgetting = z
  .strictObject({
    reason: z.string().trim().min(1, "Say why; it stays on the record").max(2000),
  })
  .meta({ id: "Forgetting" });

export const forgotten = z
  .object({
    kept: z
      .array(z.object({ what: z.string(), why: z.string() }))
      .describe("What stays, and why it must."),
  })
  .meta({ id: "Forgotten" });

export const schoolDeletion = z
  .strictObject({
    slug: z.string().max(63).describe("The school's address, typed once more."),
  })
  .meta({ id: "SchoolDeletion" });

export const deletedSchool = z
  .object({ removedAt: z.string().describe("From then on nothing of it is left.") })
  .meta({ id: "DeletedSchool" });

export type FailedWork = z.infer<typeof failedWork>;
export type Forgotten = z.infer<typeof forgotten>;
export type DeletedSchool = z.infer<typeof deletedSchool>;

/** What one was told, read in the application. */
import { z } from "zod";
import { letterShown, noticeId } from "./notices";
import { cursor } from "./text";

/** What one was told, as it went out by mail; read in the application, whether or not the mail came. */
export const news = z
  .object({
    news: z
      .array(
        z.object({
          id: z.string(),
          at: z.string(),
          kind: z.string(),
          course: z.string().nullable(),
          isNew: z.boolean().describe("It is of the last thirty days, and not read."),
          letter: letterShown,
        }),
      )
      .describe("The latest first."),
    unread: z.int().describe("So many are new; up to 99."),
    next: z.string().nullable(),
  })
  .meta({ id: "News" });
export type News = z.infer<typeof news>;

export const newsQuery = z.strictObject({
  unread: z.literal("yes").optional().describe("Only what is new."),
  after: cursor.optional(),
  most: z.coerce.number<number>().int().min(1).max(50).default(10),
});

/** Which is read: one, or all that had come by an instant. */
export const newsRead = z.union([
  z.strictObject({ id: noticeId }),
  z.strictObject({ until: z.iso.datetime({ offset: true }) }),
]);

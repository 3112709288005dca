/** The people a school knows: what is on record about one, and forgetting them. */
import { z } from "zod";

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

export type Forgotten = z.infer<typeof forgotten>;

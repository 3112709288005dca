/** How the server says no: problem details (RFC 9457), with every fault at its place. */
import { z } from "zod";

export const problem = z
  .object({
    type: z.string().describe("What kind of problem; about:blank where the status says it all."),
    title: z.string(),
    status: z.int(),
    detail: z.string().describe("What is wrong and how to mend it, in a sentence."),
    request: z
      .string()
      .optional()
      .describe("The request's number, under which the server's log has it."),
    errors: z
      .array(z.object({ path: z.string(), reason: z.string() }))
      .optional()
      .describe("Each fault of the input, with its path."),
  })
  .meta({ id: "Problem" });

export type Problem = z.infer<typeof problem>;

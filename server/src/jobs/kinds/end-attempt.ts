/** An attempt at a quiz whose time is up. */
import { z } from "zod";
import { jobKind } from "../kind";

export const endAttempt = jobKind({
  name: "end-attempt",
  payload: z.strictObject({ school: z.uuid(), attempt: z.string().max(200) }),
  tries: 20,
  atOnce: 4,
  about: ({ attempt }) => `Ending the attempt ${attempt}`,
  work: ({ endAttempt }, { school, attempt }) => endAttempt(school, attempt),
});

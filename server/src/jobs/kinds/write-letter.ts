/** A letter of staff whose instant has come: some people at a time. */
import { z } from "zod";
import { jobKind } from "../kind";

export const writeLetter = jobKind({
  name: "write-letter",
  payload: z.strictObject({
    school: z.uuid(),
    letter: z.string().max(64),
    after: z.string().max(2000).optional(),
  }),
  tries: 6,
  atOnce: 2,
  about: () => "A letter to people that was planned",
  work: ({ writeLetter }, payload) => writeLetter(payload),
});

/** A notice on its way. */
import { z } from "zod";
import { sendNotice as send } from "../../notices/send";
import { jobKind } from "../kind";

export const sendNotice = jobKind({
  name: "send-notice",
  payload: z.strictObject({
    school: z.uuid(),
    notice: z.string().regex(/^\d{1,18}$/),
    // Staff have asked for it once more, then: a mail of its own.
    again: z.string().max(40).optional(),
  }),
  // With growing waits: a mail server may be away for hours.
  tries: 14,
  atOnce: 4,
  about: ({ notice }) => `The notice ${notice}`,
  work: (parts, payload) => send(parts, payload),
});

/** A notice on its way. */
import { noticeId } from "@dawngate/contract/notices";
import { z } from "zod";
import { sendNotices } from "../../notices/send";
import { jobKind } from "../kind";

/** With growing waits: a mail server may be away for hours. */
export const MAIL_TRIES = 14;

export const sendNotice = jobKind({
  name: "send-notice",
  payload: z.strictObject({
    school: z.uuid(),
    notice: noticeId,
    // Staff have asked for it once more, then: a mail of its own.
    again: z.string().max(40).optional(),
  }),
  tries: MAIL_TRIES,
  atOnce: 4,
  about: ({ notice }) => `The notice ${notice}`,
  work: (parts, { notice, ...rest }) => sendNotices(parts, { ...rest, notices: [notice] }),
});

/**
 * Notices that a day or a letter brings to many, some at a time. What was just done by somebody, and is told to one or
 * two, does not stand behind them: it has a job of its own.
 */
import { noticeId } from "@dawngate/contract/notices";
import { z } from "zod";
import { sendNotices as send } from "../../notices/send";
import { jobKind } from "../kind";
import { MAIL_TRIES } from "./send-notice";

export const sendNotices = jobKind({
  name: "send-notices",
  payload: z.strictObject({ school: z.uuid(), notices: z.array(noticeId).min(1).max(100) }),
  tries: MAIL_TRIES,
  atOnce: 2,
  about: ({ notices }) => `${notices.length} notices, from ${notices[0]} on`,
  work: (parts, payload) => send(parts, payload),
});

/** What of an order is a partner's, looked at again: something has happened to it, or more can be paid out. */
import { z } from "zod";
import { jobKind } from "../kind";

export const partnerShare = jobKind({
  name: "partner-share",
  payload: z.strictObject({ school: z.uuid(), order: z.string().max(200) }),
  tries: 20,
  atOnce: 4,
  about: ({ order }) => `Working out a partner's share of order ${order}`,
  work: ({ keepShare }, { school, order }) => keepShare(school, order),
});

/** An order that has heard nothing of its payment: the till is asked. */
import { z } from "zod";
import { jobKind } from "../kind";

export const settleOrder = jobKind({
  name: "settle-order",
  payload: z.strictObject({ school: z.uuid(), order: z.string().max(200) }),
  tries: 12,
  atOnce: 4,
  about: ({ order }) => `Asking the till about order ${order}`,
  work: ({ askTill }, { school, order }) => askTill(school, order),
});

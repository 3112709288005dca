/** A checkout that was left: whoever left it is written to, once. */
import { z } from "zod";
import { jobKind } from "../kind";

export const followUpOrder = jobKind({
  name: "follow-up-order",
  payload: z.strictObject({ school: z.uuid(), order: z.string().max(200) }),
  tries: 5,
  atOnce: 4,
  about: ({ order }) => `Writing about the unfinished order ${order}`,
  work: ({ followUp }, { school, order }) => followUp(school, order),
});

/** A gift on its day. */
import { z } from "zod";
import { jobKind } from "../kind";

export const giveGift = jobKind({
  name: "give-gift",
  payload: z.strictObject({ school: z.uuid(), order: z.string().max(200) }),
  tries: 10,
  atOnce: 4,
  about: ({ order }) => `Giving the gift of order ${order}`,
  work: ({ giveGift }, { school, order }) => giveGift(school, order),
});

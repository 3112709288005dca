/** An order by hand: reminded of once when its day is over, and lapsed when nobody has paid. */
import { z } from "zod";
import { jobKind } from "../kind";

export const watchOrder = jobKind({
  name: "watch-order",
  payload: z.strictObject({ school: z.uuid(), order: z.string().max(200) }),
  tries: 10,
  atOnce: 2,
  about: ({ order }) => `Seeing whether order ${order} was paid`,
  work: (parts, { school, order }) => parts.watchOrder(school, order),
});

/** Money that goes back by the payment service. */
import { z } from "zod";
import { jobKind } from "../kind";

export const payBack = jobKind({
  name: "pay-back",
  payload: z.strictObject({
    school: z.uuid(),
    order: z.string().max(200),
    refund: z.string().max(200),
    charge: z.string().max(200),
    amount: z.int().min(1),
    currency: z.string().max(3),
  }),
  tries: 20,
  atOnce: 4,
  about: ({ order, charge }) => `Giving money of order ${order} back (${charge})`,
  work: ({ payBack }, payload) => payBack(payload),
});

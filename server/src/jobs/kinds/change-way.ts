/** A change of a subscription that waits for its charge: asked again until it is known. */
import { z } from "zod";
import { jobKind } from "../kind";

export const changeWay = jobKind({
  name: "change-way",
  payload: z.strictObject({ school: z.uuid(), order: z.string().max(200) }),
  tries: 20,
  atOnce: 2,
  about: ({ order }) => `Changing the way to pay of order ${order}`,
  work: (parts, { school, order }) => parts.changeWay(school, order),
});

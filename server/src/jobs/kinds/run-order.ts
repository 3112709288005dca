/** An order that runs: what is due is charged, and what follows by itself is done. */
import { z } from "zod";
import { jobKind } from "../kind";

export const runOrder = jobKind({
  name: "run-order",
  payload: z.strictObject({ school: z.uuid(), order: z.string().max(200) }),
  tries: 20,
  atOnce: 4,
  about: ({ order }) => `Charging what is due of order ${order}`,
  work: ({ runOrder }, { school, order }) => runOrder(school, order),
});

/** Another price is announced to those who pay already: some orders at a time. */
import { z } from "zod";
import { jobKind } from "../kind";

export const announcePrice = jobKind({
  name: "announce-price",
  payload: z.strictObject({
    school: z.uuid(),
    announced: z.uuid(),
    after: z.string().max(200),
  }),
  tries: 20,
  atOnce: 2,
  about: () => "Telling those who pay already of another price",
  work: ({ announcePrice }, { school, announced, after }) =>
    announcePrice(school, announced, after),
});

/** A price that was announced is taken back: some orders at a time. */
import { z } from "zod";
import { jobKind } from "../kind";

export const takePriceBack = jobKind({
  name: "take-price-back",
  payload: z.strictObject({
    school: z.uuid(),
    listing: z.string().max(200),
    option: z.string().max(200),
    after: z.string().max(200),
  }),
  tries: 20,
  atOnce: 2,
  about: () => "Telling those who pay already that a price stays",
  work: ({ takePriceBack: take }, { school, listing, option, after }) =>
    take(school, listing, option, after),
});

/** A page of the till of which nothing was heard: the till is asked. */
import { z } from "zod";
import { jobKind } from "../kind";

export const askPage = jobKind({
  name: "ask-page",
  payload: z.strictObject({
    school: z.uuid(),
    order: z.string().max(200),
    key: z.string().max(200),
    part: z.int().nullable(),
    left: z.int(),
  }),
  tries: 12,
  atOnce: 4,
  about: ({ order }) => `Asking the till about a card of order ${order}`,
  work: ({ askPage: ask }, { school, ...page }) => ask(school, page),
});
